"""Passages danced again: "repeat section 1", "counts 1-4 again on the other foot"."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from ...primitives.feet import Foot
from ..language.kinds import Kind
from ..language.lexicon import fold, standard

_NUMBERS: Final = (
    r"(\d{1,4}(?:(?:\s*[-–—&,+]\s*|\s+(?:to|through|a|et|and)\s+(?=\d)|(?<=\d)[ea](?=\d))\d{0,4})*)"
)
_SECTION: Final = rf"(?:(?P<of>[a-h])(?=\d)|sections?|parts?(?=\s*\d)|parties?(?=\s*\d)|secs?\.?|sequences?|sets?(?=\s*\d)|blocks?|blocs?|s\s?(?=\d))\s*(?P<section>{_NUMBERS})"
_LABEL: Final = (
    r"(?:(?:sections?|parts?|parties?|sequences?|sets?|blocks?|blocs?)\s+)?"
    r"(?P<label>[a-h])(?=\s*(?:$|[\[(;,.:]|on\b|with\b|from\b|start|mirror|lead|again|sur\b|avec\b|en\b))"
)
""" "Repeat A": a section by its letter; the word behind tells it from an article."""
_COUNTS: Final = (
    r"(?:the\s+|les\s+)?(?:steps\s+)?(?:counts?|cts?\.?|beats?|temps|comptes?|steps?)?"
    rf"\s*[\[(]?(?P<counts>{_NUMBERS})[\])]?"
)
_LAST: Final = r"(?:the\s+|les\s+)?(?:last|previous|derniers)\s+(?P<back>\d{1,3})(?:\s+(?:counts?|temps|comptes?))?"
_ALL: Final = r"(?P<all>(?:all|everything|the whole (?:lot|thing))(?:\s+of\s+(?:that|this|the above))?|(?:that|this|the above|above)(?!\s+(?!but\b|on\b|to\b|with\b|start|lead|mirror|revers)\w)|le tout)"
_AGAIN: Final = re.compile(
    r"^\W*(?:(?:sections?|parts?|parties?)\s*\d+\s*[-–&]\s*\d+\s*[:=–-]?\s*(?:are\s+(?:the\s+)?)?)?(?:repeat|repeter|repetez|reprendre|(?:the\s+)?mirror(?:\s+image)?|reverse|same(?:\s+as)?|as|idem|like|refaire|do)\b"
    rf"\s*(?:of\s+|les?\s+|la\s+|the\s+)?(?:{_SECTION}|{_LABEL}|{_LAST}|{_COUNTS}|{_ALL})(?P<rest>.*)$"
)
_BEHIND: Final = re.compile(
    rf"^\W*(?:(?P<section>(?:sections?|secs?\.?|sequences?|s\s?(?=\d))\s*{_NUMBERS})"
    rf"|(?:counts?|cts?|temps|steps?)\s*(?P<counts>{_NUMBERS}))"
    r"\s+(?:again|mirrored|reversed|encore|en miroir)\b(?P<rest>.*)$"
)
_ON_THE_OTHER: Final = re.compile(
    rf"^\W*(?P<section>(?:sections?|secs?\.?|s\s?(?=\d))\s*{_NUMBERS})(?P<rest>\W+(?:but\s+)?"
    r"(?:(?:on|to|with|starting|leading)\s+)*(?:the\s+)?(?:other|opposite)\s+(?:foot|feet|side)\W*)$"
)
_NUMBERED: Final = re.compile(
    rf"^\W*#\s?\d{{1,2}}(?:\s*[-–&]\s*\d{{1,2}})?\W+(?:repeat|same(?:\s+as)?|as|repeter)\s+#?\s?(?P<section>{_NUMBERS})(?P<rest>.*)$"
)
""" "#5-8 Repeat 1-4": sections are numbered so."""
_SAME_AGAIN: Final = re.compile(
    r"^\W*(?:(?:the\s+)?(?:second|next|last|other|final|remaining)\s+(?:\d{1,3}\s+counts?|half|part)\s*[:=,–-]?\s*)?"
    r"(?:is\s+|are\s+)?(?:the\s+)?same\s+(?:again|as\s+(?:above|before|the\s+first))\b(?P<rest>.*)$"
)
_EQUALS: Final = re.compile(
    rf"^\W*(?:sections?\s*|s\s?|[a-h])\d{{1,2}}\s*=\s*{_SECTION}(?P<rest>(?:\W.*)?)$"
)
_THE: Final = r"(?:(?:do|dance)\s+)?(?:(?:exactly|all|just)\s+)?(?:the\s+|la\s+)?"
_BARE: Final = re.compile(
    rf"^\W*(?:(?:and\s+)?{_THE}(?:repeat|again|encore|repeter|repetez|idem|same)(?:\s+(?:it|again|once more))?)\W*$"
)
_SIDE_WORD: Final = r"(?:r|l|right|left|pd|pg|droit|gauche|rf|lf)"
_BARE_ON: Final = re.compile(
    rf"^\W*(?:(?:and|then|et|puis)\s+)?{_THE}(?:repeat|again|same|idem|repeter|repetez|pareil|meme chose)"
    r"(?:\s+(?:it|that|this|thing|again|steps?))?\s+(?:(?:on|with|to|from|for|start(?:ing)?|lead(?:ing)?|begin(?:ning)?|a|au|sur|avec|du|de)\s+)*"
    rf"(?:(?:the|your|le|la|pied)\s+)?(?P<on>{_SIDE_WORD}|(?:other|opposite)\s+(?:foot|feet|side)|autre\s+(?:pied|cote)|l'autre\s+(?:pied|cote))"
    r"(?:\s+(?:foot|side|lead|this\s+time))?\W*$"
)
_TAIL: Final = re.compile(
    r"\s*(?:[;,.+/–—]|\s-|\b(?:then|and|puis|et)(?=\s))\s*(?=(?:then\s+|and\s+|puis\s+|et\s+)?(?:do\s+the\s+)?(?:repeat|same|idem|repeter|repetez|pareil|meme chose)\b)",
    re.IGNORECASE,
)
_OF_PART: Final = re.compile(
    r"^\s*,?\s*(?:of|de|from|in)\s+(?!l['’])(?:the\s+|la\s+)?(?:part(?:ie)?\s+)?"
    r"([a-z](?:['’]|\d)?(?![a-z])|tag(?:\s+\d)?|bridge|pont|verse|chorus|couplet|refrain|one|two|three|\d)\b"
)
_MIRROR: Final = re.compile(
    r"\bmirror|other (?:foot|feet)|opposite (?:foot|feet|side)|opposite|other side|autre pied|autre cote|miroir|reversed?|pied oppose"
)
_STARTING: Final = re.compile(
    r"(?:starting|leading|beginning|begin|start|lead|depart|commencer|commencant)\s*"
    r"(?:with|on|avec|du|le|the)?\s*(?:the\s+|pied\s+)?(r|l|right|left|droit|gauche|pd|pg|d|g)\b"
    r"|with\s+(?:the\s+)?(right|left|r|l)\s+(?:foot|lead)"
    r"|(?:on|sur|avec)\s+(?:the\s+|your\s+|le\s+|du\s+)?(?:pied\s+)?(right|left|r|l|droit|gauche|pd|pg)\b(?!\s+of\b)"
    r"|\b(right|left|r|l)\s+(?:foot\s+)?(?:first|lead(?:ing)?)\b"
)
_TOWARD: Final = re.compile(
    r"(?:(?:going|moving|travell?ing|all)\s+)?\b(?:to(?:wards?)?(?:\s+(?:the|your))?\s+(right|left|r|l)\b(?!\s*(?:foot|heel|toe|of)\b)"
    r"|(?:vers\s+la|a)\s+(droite|gauche)\b)"
)
""" "To the left": the side the passage goes to, not the foot it begins with."""
_CHANGED: Final = re.compile(
    r"\b(?:except|but|without|instead|replac\w+|chang\w+|omit\w*|leav\w+ out|skip\w*|add\w*|(?:end\w*|finish\w*)(?!\s+facing)|"
    r"sauf|sans|mais|remplac\w+|ajout\w+|finir|terminer)\b"
)
_SAID_FACING: Final = re.compile(
    r"[\[(]?\b(?:1[0-2]|[1-9])(?:[:h.]\d\d|h|\s*o.?clock)\b[\])]?|[\[(](?:1[0-2]|[1-9])[\])]|:.*$"
)
""" "(3:00)", and what explains behind a colon."""
_MEANS_SOMETHING: Final = frozenset(
    {
        Kind.FIGURE,
        Kind.AMOUNT,
        Kind.TURN,
        Kind.TIMES,
        Kind.NUMBER,
        Kind.FEET,
        Kind.FOOT,
        Kind.WEIGHT,
    }
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Repetition:
    """What is danced again: sections ``first`` to ``last``, or counts when ``counts``.

    ``mirrored`` swaps the feet and the sides of turns; ``starting`` names the foot that
    begins, which says the same where it differs from the passage's own. ``back`` asks for so
    many counts right before; ``first`` 1 with ``last`` 0 for everything so far; ``part`` names
    another part that the counts are of; ``label`` a section, or a part, by its letter. ``bare``
    says that no passage is named: the one right before.
    """

    counts: bool
    first: int
    last: int
    mirrored: bool
    starting: Foot | None = None
    back: int = 0
    part: str = ""
    label: str = ""
    toward: Foot | None = None
    changed: str = ""
    bare: bool = False

    @property
    def all_so_far(self) -> bool:
        return self.counts and not (self.last or self.back or self.part or self.label)


def read_repetition(text: str, *, counted: bool = False) -> Repetition | None:
    """What a line asks to dance again, or None when it asks for nothing of the kind.

    Where it is ``counted``, "repeat" alone is enough: so many counts once more.

    >>> read_repetition("Repeat section 1 on the other foot").mirrored
    True
    >>> found = read_repetition("counts 1-4 again")
    >>> (found.counts, found.first, found.last)
    (True, 1, 4)
    >>> read_repetition("same as counts 17-32 of B").part
    'B'
    >>> read_repetition("Repeat section A on the left").label
    'A'
    >>> read_repetition("Repeat the dance and smile") is None
    True
    """
    plain = fold(text)
    if counted and (bare := _bare(plain)) is not None:
        return bare
    forms = (_NUMBERED, _AGAIN, _BEHIND, _ON_THE_OTHER, _SAME_AGAIN, _EQUALS)
    match = next((found for form in forms if (found := form.match(plain))), None)
    return _asked(match, plain) if match is not None else None


def _asked(match: re.Match[str], plain: str) -> Repetition | None:
    """What is to be danced again, on which foot, and from which part."""
    said = match.groupdict()
    rest = match["rest"]
    starting, toward = _STARTING.search(rest), _TOWARD.search(rest)
    part = _OF_PART.match(rest)
    numbers = [int(n) for n in re.findall(r"\d+", said.get("section") or said.get("counts") or "")]
    if said.get("all") and part is None and re.search(r"\w", _rest(rest)):
        return None
    return Repetition(
        counts=not (said.get("section") or said.get("label")),
        first=min(numbers, default=1),
        last=max(numbers, default=0),
        mirrored=bool(_MIRROR.search(plain)),
        starting=_side_in(starting),
        toward=_side_in(toward) if starting is None else None,
        changed=_changed(rest[part.end() :] if part else rest),
        back=int(said.get("back") or 0),
        part=_named(part, said.get("of")),
        label=(said.get("label") or "").upper(),
    )


def _named(part: re.Match[str] | None, of: str | None) -> str:
    return (part[1].replace("’", "'") if part else of or "").capitalize()


def _bare(plain: str) -> Repetition | None:
    """ "Repeat", "same on L", "again on the other foot": so many counts once more."""
    if _BARE.match(plain):
        return Repetition(counts=True, first=1, last=0, mirrored=False, bare=True)
    on = _BARE_ON.match(plain)
    if on is None:
        return None
    side = on["on"] if re.fullmatch(_SIDE_WORD, on["on"]) else ""
    return Repetition(
        counts=True, first=1, last=0, mirrored=not side, starting=_foot(side), bare=True
    )


def repeated_behind(words: str) -> tuple[int, int] | None:
    """Where the words of a line end and "; same on L" behind them begins: half the line again.

    >>> words = "step R, slide L, step R, scuff; same on L"
    >>> words[repeated_behind(words)[1]:]
    'same on L'
    >>> repeated_behind("R rocking chair")
    """
    for match in _TAIL.finditer(words):
        again = read_repetition(words[match.end() :], counted=True)
        if match.start() and again is not None and again.all_so_far:
            return match.start(), match.end()
    return None


def _rest(rest: str) -> str:
    """What stands behind "repeat that" besides the foot it is repeated on."""
    plain = _TOWARD.sub("", _STARTING.sub("", _MIRROR.sub("", rest)))
    return re.sub(
        r"\b(?:but|this|time|then|just|on|with|the|from|to|foot|feet|again|once|more|sur|le|du|l)\b",
        "", plain,
    )  # fmt: skip


def _changed(rest: str) -> str:
    """What a repetition asks for besides the foot it begins with: "with a ¼ turn right"."""
    left = _rest(_SAID_FACING.sub("", rest))
    kinds = {lexeme.kind for lexeme in standard().lexemes(left)}
    if not (_CHANGED.search(left) or kinds & _MEANS_SOMETHING):
        return ""
    return rest.strip(" ,;.-–—")


def _side_in(match: re.Match[str] | None) -> Foot | None:
    return _foot(next((s for s in match.groups() if s), "")) if match else None


def _foot(side: str) -> Foot | None:
    if not side:
        return None
    return Foot.RIGHT if side[0] == "r" or side in {"droit", "droite", "pd", "d"} else Foot.LEFT
