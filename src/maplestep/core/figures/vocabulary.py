"""The figures as data. Source: common practice, no published source.

A name listed twice is a mistake that importing this module reports.
"""

from __future__ import annotations

from typing import Final

from .model import Figure, Toward

FIGURES: Final[tuple[Figure, ...]] = (
    # single moves that take weight
    Figure(name="step", ways=("F @",)),
    Figure(name="in place", also=("place", "on the spot"), ways=("F place",), direction="place"),
    Figure(name="walk", also=("walks", "march", "run", "runs"), ways=("F @",), repeats=True),
    Figure(
        name="cross",
        also=("cross step", "across"),
        ways=("F @",),
        direction="cross",
        # "Cross forward over left" is still a cross; "cross behind" is not.
        directions=("behind", "back"),
    ),
    Figure(name="side", also=("side step",), ways=("F side",), direction="side"),
    Figure(name="behind", also=("cross behind",), ways=("F behind",), direction="behind"),
    Figure(
        name="together",
        also=("close", "step together", "beside", "next to"),
        ways=("F together",),
        direction="together",
    ),
    Figure(name="back", also=("step back",), ways=("F @",), direction="back"),
    Figure(name="forward", also=("step forward",), ways=("F @",), direction="fwd"),
    Figure(
        name="big step",
        also=("long step", "large step", "slide", "big step side"),
        ways=("F big step @", "F big step @; [O drag together]"),
        direction="side",
    ),
    Figure(name="stomp", ways=("F stomp @",), direction="place"),
    Figure(name="lock", ways=("F lock behind",), direction="behind"),
    Figure(name="ball", also=("ball step",), ways=("F ball @",), direction="place"),
    Figure(name="hop", also=("jump",), ways=("F hop @",), direction="place"),
    Figure(name="sway", also=("bump", "hip bump", "sways"), ways=("F sway side",), repeats=True),
    # single moves that leave the weight
    Figure(name="touch", also=("tap",), ways=("[F touch @]",), direction="together"),
    Figure(name="point", also=("toe point",), ways=("[F point @]",), direction="side"),
    Figure(name="kick", ways=("[F kick @]",)),
    Figure(name="scuff", ways=("[F scuff @]",)),
    Figure(name="brush", ways=("[F brush @]",)),
    Figure(name="hitch", also=("hitch knee",), ways=("[F hitch place]",), direction="place"),
    Figure(name="hook", ways=("[F hook @]",), direction="cross"),
    Figure(name="flick", ways=("[F flick @]",), direction="back"),
    Figure(name="heel", also=("heel dig", "heel touch", "touch heel"), ways=("[F heel @]",)),
    Figure(name="toe", also=("toe touch", "touch toe"), ways=("[F toe @]",), direction="back"),
    Figure(name="sweep", ways=("[F sweep @]",)),
    Figure(name="drag", ways=("[F drag @]",), direction="together"),
    Figure(name="stomp up", ways=("[F stomp up @]",), direction="together"),
    Figure(name="hold", also=("pause", "clap", "claps", "snap"), ways=("- hold",), repeats=True),
    Figure(name="swivel", also=("swivels", "bounce", "heel bounce"), ways=("[B swivel place]",)),
    # rocks
    Figure(
        name="rock",
        also=("rock step",),
        ways=("F rock @", "F rock @; O recover"),
        turn_on=(-1,),
        toward=Toward.LEAD,
    ),
    Figure(
        name="cross rock",
        ways=("F rock cross", "F rock cross; O recover"),
        direction="cross",
    ),
    Figure(name="side rock", ways=("F rock side", "F rock side; O recover"), direction="side"),
    Figure(
        name="back rock",
        also=("rock back",),
        ways=("F rock back", "F rock back; O recover"),
        direction="back",
    ),
    Figure(
        name="recover",
        also=("replace", "recover weight", "weight back"),
        ways=("F recover",),
        direction="place",
    ),
    Figure(name="rocking chair", ways=("F rock fwd; O recover; F rock back; O recover",)),
    Figure(
        name="mambo",
        also=("mambo step", "mambo rock"),
        ways=("F rock @; O recover; F together",),
    ),
    # three to two counts
    Figure(
        name="shuffle",
        also=("triple", "triple step", "cha cha", "shuffle step", "chasse", "chassé", "polka step"),
        ways=("F @; O together; F @",),
        turn_on=(0, 2),
    ),
    Figure(
        name="cross shuffle",
        also=("crossing shuffle", "crossing triple", "cross triple"),
        ways=("F cross; O side; F cross",),
        direction="cross",
    ),
    Figure(
        name="lock step",
        also=("locking shuffle", "lock shuffle", "step lock step", "locking step"),
        ways=("F @; O lock behind; F @",),
    ),
    Figure(
        name="coaster",
        also=("coaster step", "back coaster"),
        ways=("F back; O together; F fwd",),
        direction="back",
    ),
    Figure(
        name="forward coaster",
        also=("forward coaster step",),
        ways=("F fwd; O together; F back",),
    ),
    Figure(
        name="sailor",
        also=("sailor step",),
        ways=("F behind; O side; F side",),
        direction="behind",
        turn_on=(0, 1),
    ),
    Figure(
        name="sailor cross",
        also=("sailor step cross", "cross sailor"),
        ways=("F behind; O side; F cross",),
        direction="behind",
        turn_on=(0, 1),
    ),
    Figure(
        name="behind side cross",
        ways=("F behind; O side; F cross",),
        direction="behind",
        turn_on=(1,),
        toward=Toward.AWAY,
    ),
    Figure(
        name="scissor",
        also=("scissor step", "scissors", "scissors step"),
        ways=("F side; O together; F cross",),
        direction="side",
    ),
    Figure(
        name="kick ball change",
        also=("kick ball step",),
        ways=("[F kick fwd]; F ball together; O place",),
    ),
    Figure(
        name="kick ball cross",
        ways=("[F kick fwd]; F ball together; O cross",),
    ),
    Figure(
        name="kick ball point",
        ways=("[F kick fwd]; F ball together; [O point side]",),
    ),
    Figure(name="ball change", ways=("F ball back; O place",)),
    # four counts and travelling
    Figure(
        name="vine",
        travels=True,
        also=("grapevine",),
        ways=("F side; O behind; F side; [O touch together]", "F side; O behind; F side"),
        direction="side",
        turn_on=(2,),
    ),
    Figure(
        name="rolling vine",
        travels=True,
        also=("rolling grapevine", "three step turn"),
        ways=("F fwd; O back; F side; [O touch together]", "F fwd; O back; F side"),
        direction="side",
        turn_on=(0, 1, 2),
        shares=(1, 2, 1),
        usual_turn=8,
    ),
    Figure(
        name="weave",
        ways=("F side; O behind; F side; O cross",),
        crossing_way="F cross; O side; F behind; O side",
        direction="side",
        repeats=True,
    ),
    Figure(
        name="jazz box",
        also=("jazzbox", "jazz square"),
        ways=("F cross; O back; F side; O @", "F cross; O back; F side"),
        turn_on=(2,),
    ),
    Figure(
        name="jazz box cross",
        also=("crossing jazz box",),
        ways=("F cross; O back; F side; O cross",),
        turn_on=(2,),
    ),
    Figure(
        name="toe strut",
        ways=("[F toe @]; F drop place",),
    ),
    Figure(name="heel strut", ways=("[F heel @]; F drop place",)),
    Figure(
        name="drop",
        also=("drop heel", "drop toe", "lower", "heel down", "toe down"),
        ways=("F drop place",),
        direction="place",
    ),
    # turns
    Figure(
        name="pivot",
        also=("pivot turn",),
        ways=("F pivot place",),
        direction="place",
        usual_turn=4,
    ),
    Figure(
        name="step pivot",
        also=("step turn", "step pivot turn"),
        ways=("F fwd; O pivot place",),
        toward=Toward.AWAY,
        usual_turn=4,
    ),
    Figure(
        name="chase turn",
        also=("step turn step", "step pivot step"),
        ways=("F fwd; O pivot place; F fwd",),
        turn_on=(1,),
        toward=Toward.AWAY,
        usual_turn=4,
    ),
    Figure(
        name="full turn",
        also=("full spin",),
        ways=("F @; O @", "F @; O @; F @"),
        turn_on=(0, 1, 2),
        shares=(1, 2, 1),
        usual_turn=8,
    ),
    Figure(
        name="unwind",
        ways=("B unwind place",),
        direction="place",
        usual_turn=4,
    ),
    Figure(
        name="monterey",
        also=("monterey turn",),
        ways=("[F point side]; F together; [O point side]; O together",),
        turn_on=(1,),
        usual_turn=4,
    ),
)


def _index() -> dict[tuple[str, ...], Figure]:
    index: dict[tuple[str, ...], Figure] = {}
    for figure in FIGURES:
        for name in (figure.name, *figure.also):
            key = tuple(name.split())
            if key in index:
                raise ValueError(f"the figure name {name!r} is listed twice")
            index[key] = figure
    return index


# These words name a figure on their own and a direction beside another figure.
WEAK: Final = frozenset(
    tuple(name.split())
    for name in (
        *("cross", "across", "side", "behind", "together", "back", "forward"),
        *("beside", "next to", "in place", "place", "on the spot"),
    )
)
BY_NAME: Final = _index()
LONGEST_NAME: Final = max(len(key) for key in BY_NAME)
