"""Words of English sheets, besides the figures' names in the figure tables."""

from __future__ import annotations

from typing import Any, Final

from ....feet import Foot
from ..kinds import Kind

R, L = Foot.RIGHT, Foot.LEFT
PHRASES: Final[dict[Kind, dict[Any, tuple[str, ...]]]] = {
    Kind.FOOT: {
        R: (
            "r", "right", "rf", "right foot",
        ),
        L: (
            "l", "left", "lf", "left foot",
        ),
    },
    Kind.DIRECTION: {
        'fwd': (
            "forward", "forwards", "fwd", "fw", "front", "ahead", "fwds",
        ),
        'back': (
            "backing",
            "back", "backward", "backwards", "bk", "bwd", "bwds",
        ),
        'side': (
            "side", "sideways", "sidewards", "to side", "to the side",
        ),
        'cross': (
            "x", "xover", "x over", "cross over", "xing",
            "cross",
        ),
        'together': (
            "together", "tog", "close", "home", "feet together", "closed", "to home",
        ),
        'behind': (
            "x behind", "bhd", "behd",
            "cross behind",
        ),
        'place': (
            "in place", "place", "on the spot", "on spot",
        ),
        'out': (
            "out",
        ),
        'in': (
            "in", "to centre", "to center", "to the centre", "to the center",
        ),
    },
    Kind.RELATION: {
        'cross': (
            "over", "across",
        ),
        'front': (
            "in front",
        ),
        'behind': (
            "behind",
        ),
        'together': (
            "by", "close to", "level with",
            "beside", "next to", "alongside", "next", "by the side of", "near",
        ),
    },
    Kind.DIAGONAL: {
        None: (
            "diagonal", "diagonally", "diag", "corner", "on the diagonal", "at an angle",
        ),
    },
    Kind.AMOUNT: {
        1: (
            "eighth", "an eighth",
        ),
        2: (
            "quarter", "a quarter",
        ),
        4: (
            "half", "a half",
        ),
        6: (
            "three quarter", "three quarters",
        ),
        8: (
            "full", "whole",
        ),
        12: (
            "one and a half",
        ),
    },
    Kind.TURN: {
        None: (
            "turn", "turning", "turns", "make turn", "execute turn", "rotate", "curve",
            "curving", "arc", "circle",
        ),
    },
    Kind.SQUARE: {
        None: (
            "square up", "squaring up", "square off", "straighten up",
        ),
    },
    Kind.SHOULDER: {
        None: (
            "shoulder",
        ),
    },
    Kind.WEIGHT: {
        None: (
            "weight", "weight on", "weight ends", "weight ends on", "weight to", "weight onto",
            "taking weight", "taking weight on", "take weight", "take weight on",
            "take weight onto", "transfer weight", "shift weight", "transfer weight to",
            "change weight to", "put weight on", "weight is on", "transferring weight to",
            "shifting weight to", "end with weight on", "ending with weight on",
            "keep weight on", "keeping weight on", "wt on", "wt", "with weight",
            "with weight on", "weight stays on", "weight remains on",
        ),
    },
    Kind.NO_WEIGHT: {
        None: (
            "no weight", "without weight", "weightless", "not taking weight",
            "do not take weight", "no weight change", "don't take weight",
        ),
    },
    Kind.TO: {
        None: (
            "to", "to the", "towards", "toward", "toward the", "towards the", "up to",
        ),
    },
    Kind.STANDING: {
        None: (
            "on ball of", "on the ball of", "on balls of", "on the balls of", "on heel of",
            "on the heel of",
        ),
    },
    Kind.TIMES: {
        2: (
            "once more", "two more times",
            "twice", "two times", "again",
        ),
        3: (
            "three times",
        ),
    },
    Kind.NUMBER: {
        2: (
            "two",
        ),
        3: (
            "three",
        ),
        4: (
            "four",
        ),
    },
    Kind.JOIN: {
        None: (
            "and", "then", "and then", "followed by",
        ),
    },
    Kind.STYLE: {
        None: (
            "on the last step", "on last step", "on the last count", "last step", "time", "times over", "beat", "beats", "wide",
            "arm", "hand", "finger", "head", "look", "smile", "attitude", "style", "styling",
            "slightly", "small", "low", "high", "long", "big", "little", "tiny", "short",
            "slow", "slowly", "quick", "quickly", "body", "knee", "hip", "hips", "leg", "bend",
            "bent", "bending", "straighten", "straight", "up", "down", "rise", "optional",
            "option", "angle", "angled", "wall", "center", "centre", "apart", "swing",
            "swinging", "push", "pushing", "lean", "leaning", "ankle", "instep", "thigh",
            "shin", "air", "floor", "ground", "ready", "continue", "continuing", "open",
            "opening", "allow", "prep", "slight", "shoulder width", "shoulders", "chest",
            "waist", "pose", "hat", "clockwise", "anticlockwise", "counterclockwise",
            "counter", "style", "same", "direction", "changing", "change", "count", "counts",
            "lightly", "gently", "sharply", "from front to back", "front to back",
            "from back to front", "back to front",
        ),
    },
    Kind.FILLER: {
        None: (
            "bring", "brings", "bringing", "put", "putting", "place your", "now", "w", "set", "also", "down", "just", "it", "so that you are", "looking", "look at", "to face", "end up", "finish", "finally", "have", "having", "should", "will", "can", "same time", "at the same time", "travelling", "traveling", "moving", "beginning", "smile",
            "an", "the", "on", "of", "at", "by", "with", "your", "foot", "feet", "make",
            "making", "into", "it", "onto", "while", "as", "you", "ending", "end", "ends",
            "both", "i", "is", "are", "for", "from", "start", "starting", "his", "her",
            "their", "using", "use", "doing", "do", "execute", "full weight", "that", "face",
            "facing", "this", "so", "be", "or", "s", "t", "step onto", "lead", "leading",
        ),
    },
}
PHRASES[Kind.CLOCK] = {
    "12:00": ("front wall", "home wall", "facing front", "face the front"),
    "6:00": ("back wall", "face the back", "rear wall"),
}
FIGURES: Final[dict[str, tuple[str, ...]]] = {
    "shuffle": ("shuf", "shuff", "shfl", "shuffles"),
    "pivot": ("piv", "pvt"),
    "touch": ("tch",),
    "step": ("stp",),
    "recover": ("recov", "rcvr", "weight back on", "weight back onto"),
    "kick ball change": ("kbc",),
    "rocking chair": ("rock chair", "rocking horse"),
}
