"""Single moves: those that take the weight, and those that leave it where it is.

Source: common practice, no published source; French names from memory.
"""

from __future__ import annotations

from typing import Final

from .model import Figure

STANDING: Final[tuple[Figure, ...]] = (
    # taking the weight
    Figure(
        name="step",
        also=("place foot",),
        french=("pas", "poser", "pose", "poser le pied"),
        ways=("F @",),
    ),
    Figure(
        name="walk",
        also=("march", "run", "strut"),
        french=("marche", "marcher", "course", "courir", "pas de marche"),
        ways=("F @",),
        repeats=True,
    ),
    Figure(
        name="prissy walk",
        also=("prissy", "cross walk", "catwalk"),
        ways=("F cross",),
        direction="cross",
        repeats=True,
    ),
    Figure(
        name="big step",
        also=("long step", "large step", "slide", "big slide"),
        french=("grand pas", "glisser"),
        ways=("F big step @", "F big step @; [O drag together]"),
        direction="side",
        variants={"together": "drag"},
    ),
    Figure(name="lunge", french=("fente",), ways=("F lunge @",), direction="side"),
    Figure(name="press", french=("presser",), ways=("F press @",)),
    Figure(name="skate", french=("patiner",), ways=("F skate diag fwd",), repeats=True),
    Figure(
        name="stomp",
        also=("stamp",),
        french=("frapper", "frapper du pied", "taper du pied"),
        ways=("F stomp @",),
        direction="place",
    ),
    Figure(name="lock", french=("verrouiller",), ways=("F lock behind",), direction="behind"),
    Figure(
        name="ball",
        also=("ball step",),
        french=("plante", "ball"),
        ways=("F ball @",),
        direction="place",
        directions=("fwd", "back", "side", "together", "cross", "behind", "place"),
    ),
    Figure(
        name="hop",
        also=("jump", "leap"),
        french=("saut", "sauter", "sauter sur"),
        ways=("F hop @",),
        direction="place",
    ),
    Figure(
        name="sway",
        also=("hip sway",),
        french=("balancer", "balancement", "balance"),
        ways=("F sway side",),
        repeats=True,
    ),
    Figure(
        name="bump",
        also=("hip bump", "bump hip", "hip push"),
        french=("déhanché", "coup de hanche", "coups de hanche"),
        ways=("F bump side",),
        repeats=True,
    ),
    Figure(
        name="drop",
        also=(
            *("drop heel", "drop the heel", "drop toe", "lower", "lower heel", "heel down"),
            *("toe down", "heel drop", "toe drop", "drop right heel", "drop left heel"),
        ),
        french=("abaisser", "abaisser le talon", "baisser", "baisser le talon"),
        ways=("F drop place",),
        direction="place",
    ),
    # leaving it
    Figure(
        name="touch",
        also=("tap", "dig"),
        french=("toucher", "touche", "taper", "tape"),
        ways=("[F touch @]",),
        direction="together",
    ),
    Figure(
        name="point",
        also=("toe point",),
        french=("pointe", "pointer"),
        ways=("[F point @]",),
        direction="side",
    ),
    Figure(name="kick", french=("coup de pied", "kick"), ways=("[F kick @]",)),
    Figure(name="scuff", french=("frotter", "scuff"), ways=("[F scuff @]",)),
    Figure(name="brush", french=("brosser", "brosse"), ways=("[F brush @]",)),
    Figure(
        name="hitch",
        also=("hitch knee", "knee lift", "lift knee", "knee up", "raise knee", "lift"),
        french=("lever le genou", "genou levé", "lever genou"),
        ways=("[F hitch place]",),
        direction="place",
    ),
    Figure(name="hook", french=("crochet",), ways=("[F hook @]",), direction="cross"),
    Figure(name="flick", french=("flick arrière",), ways=("[F flick @]",), direction="back"),
    Figure(
        name="heel",
        also=("heel dig", "heel touch", "touch heel", "dig heel", "tap heel", "heel tap"),
        french=("talon", "toucher talon", "poser le talon"),
        ways=("[F heel @]",),
    ),
    Figure(
        name="toe",
        also=("toe touch", "touch toe", "toe tap", "tap toe"),
        french=("toucher pointe", "orteil"),
        ways=("[F toe @]",),
        direction="back",
    ),
    Figure(
        name="sweep",
        also=("ronde", "rond de jambe"),
        french=("balayer", "balayage", "demi-cercle"),
        sustained=True,
        ways=("[F sweep @]",),
    ),
    Figure(
        name="drag",
        also=("draw",),
        french=("tirer", "traîner", "faire glisser"),
        sustained=True,
        ways=("[F drag @]",),
        direction="together",
    ),
    Figure(
        name="stomp up",
        also=("stomp without weight",),
        french=("stomp sans appui",),
        ways=("[F stomp up @]",),
        direction="together",
    ),
    Figure(
        name="hold",
        also=("pause", "freeze", "wait"),
        french=("pause", "tenir", "arrêt"),
        ways=("- hold",),
        repeats=True,
    ),
    Figure(
        name="clap",
        also=("snap", "snap fingers", "clap hands", "click fingers", "finger snap"),
        french=("taper des mains", "frapper des mains", "claquer des doigts"),
        ways=("- clap",),
        repeats=True,
    ),
    # in place on both feet
    Figure(
        name="swivel",
        also=("twist", "swivel heels", "swivel toes", "heel swivel", "toe swivel"),
        french=("pivoter les talons", "twister"),
        ways=("[B swivel place]",),
        repeats=True,
    ),
    Figure(
        name="heel bounce",
        also=("bounce", "bounce heels", "heel lift"),
        french=("rebond", "rebonds des talons"),
        ways=("[B bounce place]",),
        repeats=True,
        curves=True,
    ),
    Figure(
        name="body roll",
        also=("roll body", "roll"),
        french=("vague", "ondulation"),
        ways=("[B body roll place]",),
        repeats=True,
    ),
    Figure(
        name="hip roll",
        also=("roll hips", "hip circle", "circle hips"),
        french=("rouler les hanches", "rond de hanches"),
        ways=("[B hip roll place]",),
        repeats=True,
        curves=True,
    ),
    Figure(
        name="shimmy",
        also=("shimmy shoulders", "shoulder shimmy"),
        ways=("[B shimmy place]",),
        repeats=True,
    ),
    Figure(name="swivet", ways=("[B swivet place]",), repeats=True),
    Figure(name="applejack", also=("apple jack",), ways=("[B applejack place]",), repeats=True),
    Figure(name="knee pop", also=("pop knee", "pop"), ways=("[F knee pop place]",), repeats=True),
    Figure(
        name="toe fan",
        also=("fan toe", "toe fans", "fan"),
        ways=("[F toe fan out]; [F toe fan in]", "[F toe fan out]"),
    ),
    Figure(
        name="heel fan",
        also=("fan heel", "heel fans"),
        ways=("[F heel fan out]; [F heel fan in]", "[F heel fan out]"),
    ),
    Figure(
        name="heel split",
        also=("split heels", "heel splits", "pigeon toes", "butterfly"),
        ways=("[B heel split out]; [B heel split in]",),
        repeats=True,
    ),
    Figure(name="dip", also=("bend knees",), french=("plier les genoux",), ways=("[B dip place]",)),
)
