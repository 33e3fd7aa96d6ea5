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
        also=("march", "run", "boogie walk"),
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
        variants={"together": "slide together"},
    ),
    Figure(
        # The other foot follows; whether it takes the weight shows in what comes next.
        name="slide together",
        also=("slide up",),
        french=("glisser à côté",),
        ways=("[F drag together]",),
        direction="together",
        sustained=True,
    ),
    Figure(name="lunge", french=("fente",), ways=("F lunge @",), direction="side"),
    Figure(name="press", french=("press", "presser"), ways=("F press @",)),
    Figure(name="skate", french=("skate", "patiner"), ways=("F skate diag fwd",), repeats=True),
    Figure(
        name="stomp",
        also=("stamp",),
        french=("stomp", "frapper", "frapper du pied", "taper du pied"),
        ways=("F stomp @",),
        direction="place",
    ),
    Figure(
        name="lock",
        french=("lock", "verrouiller", "bloquer", "bloqué"),
        ways=("F lock behind",),
        direction="behind",
    ),
    Figure(
        name="ball",
        also=("ball step",),
        french=("ball", "plante"),
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
        french=("sway", "balancer", "balancement", "balance"),
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
        french=(
            *("abaisser", "abaisser le talon", "baisser", "baisser le talon"),
            *("abaisser la pointe", "abaisser la plante", "baisser la pointe", "poser la plante"),
        ),
        ways=("F drop place",),
        direction="place",
    ),
    # leaving it
    Figure(
        name="touch",
        also=("tap", "dig"),
        french=("touch", "toucher", "touche", "taper", "tape"),
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
    Figure(name="kick", french=("kick", "coup de pied"), ways=("[F kick @]",)),
    Figure(name="scuff", french=("scuff", "frotter"), ways=("[F scuff @]",)),
    Figure(name="brush", french=("brush", "brosser", "brosse"), ways=("[F brush @]",)),
    Figure(
        name="hitch",
        also=("hitch knee", "knee lift", "lift knee", "knee up", "raise knee", "lift"),
        french=("hitch", "lever le genou", "genou levé", "lever genou"),
        ways=("[F hitch place]",),
        direction="place",
    ),
    Figure(name="hook", french=("hook", "crochet"), ways=("[F hook @]",), direction="cross"),
    Figure(
        name="flick", french=("flick", "flick arrière"), ways=("[F flick @]",), direction="back"
    ),
    Figure(
        name="heel",
        also=("heel dig", "heel touch", "touch heel", "dig heel", "tap heel", "heel tap"),
        french=("talon", "toucher talon", "poser le talon"),
        ways=("[F heel @]",),
    ),
    Figure(
        name="toe",
        also=("toes", "toe touch", "touch toe", "toe tap", "tap toe"),
        french=("toucher pointe", "orteil"),
        ways=("[F toe @]",),
        direction="back",
    ),
    Figure(
        name="slap",
        also=("boot slap", "slap boot", "slap heel", "heel slap"),
        french=("tape talon",),
        ways=("[F slap behind]",),
        direction="behind",
    ),
    Figure(
        name="sweep",
        also=("ronde", "rond de jambe"),
        french=("sweep", "balayer", "balayage", "demi-cercle"),
        sustained=True,
        ways=("[F sweep @]",),
    ),
    Figure(
        name="drag",
        also=("draw",),
        french=("drag", "tirer", "traîner", "faire glisser"),
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
        french=("bounce", "rebond", "rebonds des talons"),
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
    Figure(
        name="return to centre",
        also=(
            *("swivel back to centre", "swivel back to center", "swivel to centre"),
            *("return to center", "back to centre", "back to center", "return heels to centre"),
            *("return", "heels to centre", "heels to center", "toes to centre", "swivel to centre"),
            *("swivel heels to centre", "swivel both heels to centre", "return home"),
        ),
        french=("retour au centre", "talons au centre"),
        ways=("[B swivel in]",),
        direction="in",
    ),
    Figure(name="swivet", ways=("[B swivet place]",), repeats=True),
    Figure(
        name="chest pump",
        also=("chest pop", "chest roll"),
        ways=("[B chest pump place]",),
        repeats=True,
    ),
    Figure(
        name="dwight",
        also=("dwight step", "dwight swivel"),
        ways=("[F toe together]; [F heel together]",),
        repeats=True,
        travels=True,
    ),
    Figure(name="applejack", also=("apple jack",), ways=("[B applejack place]",), repeats=True),
    Figure(name="knee pop", also=("pop knee", "pop"), ways=("[F knee pop place]",), repeats=True),
    Figure(
        name="toe fan",
        also=("fan toe", "toe fans", "fan"),
        ways=("[F toe fan out]; [F toe fan in]", "[F toe fan @]"),
        direction="out",
        directions=("out", "in"),
    ),
    Figure(
        name="heel fan",
        also=("fan heel", "heel fans"),
        ways=("[F heel fan out]; [F heel fan in]", "[F heel fan @]"),
        direction="out",
        directions=("out", "in"),
    ),
    Figure(
        name="heel split",
        also=("split heels", "heel splits", "pigeon toes", "butterfly"),
        ways=("[B heel split out]; [B heel split in]", "[B heel split out]"),
        repeats=True,
    ),
    Figure(
        name="open heels",
        also=("split heels apart",),
        french=("ouvrir les talons", "talons ouverts"),
        ways=("[B heel split out]",),
        direction="out",
    ),
    Figure(
        name="bring heels together",
        also=("close heels", "bring heels in", "bring both heels together"),
        french=("talons ensemble",),
        ways=("[B heel split in]",),
        direction="in",
    ),
    Figure(name="dip", also=("bend knees",), french=("plier les genoux",), ways=("[B dip place]",)),
)
