"""What a text states in the end, what of it is not certain, and what it does not state at all."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from typing import Final

from ..language.gauge import Gauge, gauge
from ..language.interpretations import usual_column
from ..language.lexicon import fold, standard
from ..language.numbers import CARDINAL, number_of
from ..language.sharing import counts_in
from ..model import ClaimKind
from .draft import Draft
from .model import LAST_COUNT, Statement, Statements, Unclear, counts_of_wall
from .slots import SHORT_WALL, STOPS, WEAK, WITH_LENGTH, Slots
from .tokens import Token

_SOFT_KINDS: Final = WEAK | {"soft"}
_FACINGS: Final = frozenset({"clock", "side", "front", "facing_hour", "clock_wall"})
_PLACES: Final = frozenset({"walls_num", "walls_ord", "wall_after", "after", "end_of", "counts"})
_IN_STEPS: Final = frozenset({"number", "fraction", "span"})
_AND_THEN: Final = re.compile(r"[\s,]+(?:and|then|et|puis)$", re.IGNORECASE)
_TIMES: Final = re.compile(rf"(?:{CARDINAL})\s+[^\W\d]", re.IGNORECASE)
_DENIED: Final = frozenset({"tag", "restart", "tag_restart", "bridge", "numbered"})
_SMALL: Final = frozenset({"one", "un", "une"})
# "*** Restart ***" between the steps only marks the place that another note speaks of.
MARKED: Final = re.compile(
    r"^\W*(?:(?:the|le)\s+)?(?P<kind>tag\W*re-?start|re-?start|tag|bridge|reprise)s?"
    r"(?:\s*#?\s*(?P<number>[1-9a-d]))?(?:\s+(?:is\s+)?(?:here|ici|point))?\W*$"
)
# "Walls 4 and 8 only have 24 counts": short walls, without a word for it.
_PIECE: Final = re.compile(
    r"\b(?:half|moitie|sections?|sets?|eights?|first|premiere?s?|counts?|temps|beats?)\b"
)
_ONLY: Final = re.compile(
    r"\b(?:only|just|short|courte?|seulement|ne (?:faire|danser?|dansez) que)\b"
)
_ALL_OF_THEM: Final = re.compile(r"\b(?:both|always|each|all|toujours|chaque)\b")
_STEPS_BETWEEN: Final = re.compile(
    r"\s*(?:of\s+)?(?:counts?\s*)?[,;:]?\s*(?:(?:and|then|add|do|danse)\s+)*([^()\[\].;]*\w)"
    r"[\s,]*(?:(?:and|then|the|you|et|puis)\s*)*"
)
# "After 12 counts of the vine": where the wall is, not what comes behind it.
_OF_THE_WALL: Final = re.compile(r"(?:of\b|counts?\s+of\b|the\b|your\b|on\b|with\b)")
_AFTER_FIGURE: Final = re.compile(
    r"\b(?:after|following|through|up to(?: and including)?|apres)\s+(?:the|your|le|la|les)\s+"
    r"([a-z][a-z' -]*[a-z])"
)
_WITH_STEPS: Final = re.compile(r"[\s,]*with\s+(?:an?\s+)?([^.;]*\w)")


def _gathered(events: list[Statement]) -> Iterator[Statement]:
    """Neighbours that say the same of other walls are one statement."""
    last: Statement | None = None
    for event in events:
        if last is not None and _same(last, event):
            faced = (
                *(last.facings or (None,) * len(last.walls)),
                *(event.facings or (None,) * len(event.walls)),
            )
            last = replace(
                last,
                walls=(*last.walls, *event.walls),
                facings=faced if any(f is not None for f in faced) else (),
                end=event.end,
            )
            continue
        if last is not None:
            yield last
        last = event
    if last is not None:
        yield last


def _same(one: Statement, other: Statement) -> bool:
    return bool(one.walls and other.walls) and (
        (one.kind, one.after, one.length, one.number, one.steps, one.replaces, one.starts)
        == (
            other.kind,
            other.after,
            other.length,
            other.number,
            other.steps,
            other.replaces,
            other.starts,
        )
    )


def _trimmed(said: str) -> str:
    """Without the marks around it; brackets that belong together stay."""
    said = said.strip(" .,;:*")
    if said.startswith("(") or said.count("(") != said.count(")"):
        said = said.strip("()")
    return said


def _surely_danced(words: str, seen: Gauge, draft: Draft) -> bool:
    """ "Tag after wall 3, 4 counts, hip rolls", "2 slow sways": steps, colon or not."""
    several = bool(seen.feet) or seen.steps > 1 or bool(_TIMES.match(words))
    return not seen.unknown and (several or draft.length is not None)


class Finishing(Slots):
    """Makes statements of the drafts."""

    def _result(self) -> Statements:
        self._name_kinds()
        drafts = [d for d in self._drafts if d.kind is not None]
        if self._denied and not any(d.walls or d.rule for d in drafts):
            named = any(token.name in _DENIED for token in self._tokens)
            return Statements(none=named)
        self._share(drafts)
        events: list[Statement] = []
        unclear: list[Unclear] = []
        if len(drafts) == 1:
            self._steps_behind(drafts[0])
        for draft in drafts:
            self._finish(draft, events, unclear)
        if events:
            unclear += self._number_lost()
        return Statements(
            # A number that fits nowhere may be any statement's; a place the sheet knows is its own.
            events=tuple(_gathered(events)) if all(u.statement for u in unclear) else (),
            unclear=tuple(unclear),
        )

    def _number_lost(self) -> Iterator[Unclear]:
        """The first number that no statement has taken."""
        lost = next((token for token in self._numbers if self._lost(token)), None)
        if lost is not None:
            said = self._text[lost.start : lost.end].strip()
            yield Unclear(why="number", said=said, start=0, end=len(self._plain))

    def _steps_behind(self, draft: Draft) -> None:
        """ "Tag, end of wall 3: 4 claps", "tag after wall 3, rocking chair R, start over": its
        steps, and as long as they are where no length is said."""
        placed = bool(draft.walls or draft.rule)
        if draft.kind not in WITH_LENGTH or draft.steps or not (placed or draft.at_end):
            return
        for at, end in self._free_text():
            words = _AND_THEN.sub("", self._text[at:end].strip(" ,;:.*()–-"))
            seen = gauge(words)
            # Behind a colon or dash a word nobody knows is named where the steps are read.
            named = self._behind_a_mark(at)
            numbered = seen.unknown and any(char.isdecimal() for char in words)
            if not seen.steps or numbered or not (named or _surely_danced(words, seen, draft)):
                continue
            length = draft.length or counts_in(usual_column(words, standard()))
            if length:
                draft.length, draft.steps = length, words
                draft.steps_at = self._text.index(words, at)
                return

    def _behind_a_mark(self, at: int) -> bool:
        """Is there a colon around, or a dash apart?"""
        colon = ":" in self._plain[max(at - 2, 0) : at + 2]
        return colon or self._plain[at : at + 3].strip() in {"-", "–", "—"}

    def _free_text(self) -> Iterator[tuple[int, int]]:
        """The text behind the last colon, and between the words that place things, last first."""
        at = self._plain.rfind(": ") + 2
        if at >= 2 and not any(t.name in _PLACES and t.start >= at for t in self._tokens):
            yield at, len(self._plain)
        marks = [token for token in self._tokens if token.name not in _IN_STEPS]
        starts = [*(token.start for token in marks[1:]), len(self._plain)]
        for token, end in zip(marks[::-1], starts[::-1], strict=True):
            if token.end < end:
                yield token.end, end

    def _name_kinds(self) -> None:
        """The kind of statements that have none of their own."""
        for one, other in zip(self._drafts[-2::-1], self._drafts[:0:-1], strict=False):
            if one.kind is None and one.walls and one.after is not None:
                one.kind, one.kind_token, one.hard = other.kind, other.kind_token, other.hard
        for draft in self._drafts:
            if draft.kind is None and draft.walls:
                self._name_kind(draft)

    def _name_kind(self, draft: Draft) -> None:
        """What happens on a wall for which no word says it."""
        if draft.after is None and self._open:
            self._place_counts(draft, number_of(self._open["counts"]))
        if draft.after is not None and _ONLY.search(self._plain):
            draft.kind, draft.kind_token, draft.hard = ClaimKind.RESTART, SHORT_WALL, True
        elif not self._danced_behind(draft) and self._happens(draft):
            draft.kind, draft.asks = ClaimKind.RESTART, draft.asks or "kind"

    @staticmethod
    def _place_counts(draft: Draft, number: int) -> None:
        """ "Wall 4: 24 counts only" stops there, "after wall 4 walk around (8 counts)" goes on."""
        if draft.at_end:
            draft.length = number
        else:
            draft.after, draft.after_words = Fraction(number), str(number)

    def _happens(self, draft: Draft) -> bool:
        """ "On wall 8 the first half only", "after wall 2 the long bit": it is not said what."""
        named = _ONLY.search(self._plain) and _PIECE.search(self._plain)
        # "After wall 4 you face the front" only says where one is.
        closes = draft.at_end and not any(token.name in _FACINGS for token in self._tokens)
        return bool(draft.asks or named or closes or draft.after is not None)

    def _danced_behind(self, draft: Draft) -> bool:
        """ "At the end of wall 4 sway R, L, R, L": steps that no wall has are a tag."""
        words = self._text[draft.walls_end :].strip(" ,;:.–-*")
        seen = gauge(words)
        length = counts_in(usual_column(fold(words), standard())) if seen.steps else 0
        if not draft.at_end or not length or seen.unknown or not (seen.feet or seen.steps > 1):
            return False
        draft.kind, draft.kind_token = ClaimKind.TAG, "steps"
        draft.length = draft.length or length
        draft.steps_at = self._text.index(words, draft.walls_end)
        draft.steps = words
        return True

    def _lost(self, token: Token) -> bool:
        """A number that no statement used, outside the steps of a tag."""
        said = token.match[0].strip()
        inside = any(
            d.steps_at <= token.start < d.steps_at + len(d.steps) for d in self._drafts if d.steps
        )
        return not inside and said not in _SMALL

    def _share(self, drafts: list[Draft]) -> None:
        """What a statement leaves out is what the one beside it says."""
        for one, other in zip(drafts[-2::-1], drafts[:0:-1], strict=False):
            self._lend(other, one)
        named = {d.number: d.length for d in drafts if d.number is not None and d.length}
        for draft in drafts:
            if draft.kind is ClaimKind.TAG and draft.length is None and draft.number is not None:
                draft.length = named.get(draft.number)
        for one, other in pairwise(drafts):
            if other.walls:
                self._lend(one, other)

    def _lend(self, giver: Draft, taker: Draft) -> None:
        if giver.kind is not taker.kind:
            return
        if taker.kind in STOPS and taker.after is None and giver.after is not None:
            taker.after, taker.after_words = giver.after, giver.after_words
            taker.section, taker.within = giver.section, giver.within
        if taker.kind in WITH_LENGTH and taker.length is None and taker.number is None:
            taker.length = giver.length

    def _finish(self, draft: Draft, events: list[Statement], unclear: list[Unclear]) -> None:
        if draft.kind is ClaimKind.BRIDGE and draft.at_end and draft.after is None:
            draft.kind = ClaimKind.TAG  # between two walls it is a tag, however it is called
        self._ended_with_steps(draft)
        why = self._trouble(draft)
        if why == "nothing":
            return
        self._face_all(draft)
        why = why or ("number" if self._facings_left(draft) else "")
        if why:
            said = _trimmed(self._text[draft.start : draft.end])
            by_clock = why == "wall" and draft.clock_wall is not None
            known = self._made(draft) if by_clock or self._sheet_knows(draft, why) else None
            unclear.append(
                Unclear(why=why, said=said, start=draft.start, end=draft.end, statement=known)
            )
            return
        events.append(self._made(draft))

    def _sheet_knows(self, draft: Draft, why: str) -> bool:
        """ "Leave out the last 8 counts", "after the vine": the sheet may know where that is."""
        if why == "place":
            figure = _AFTER_FIGURE.search(self._plain, draft.start)
            draft.after_figure = figure[1] if figure and gauge(figure[1]).steps else ""
            bare = draft.after is None and not draft.asks
            if bare and draft.kind in {*STOPS, ClaimKind.BRIDGE} and draft.walls:
                return True  # the sheet may mark it, or the note stands there
        told = bool(draft.leaves_out) if why == "but_last" else bool(draft.after_figure)
        return told and draft.kind in STOPS and bool(draft.walls)

    def _replaced(self, draft: Draft) -> tuple[int, int] | None:
        last = draft.replaces == LAST_COUNT and draft.after is not None
        return (
            counts_of_wall(draft.replaces, draft.after) if last and draft.after else draft.replaces
        )

    def _made(self, draft: Draft) -> Statement:
        assert draft.kind is not None
        facings = draft.facings if any(f is not None for f in draft.facings) else ()
        return Statement(
            kind=draft.kind, walls=draft.walls, rule=tuple(draft.rule), nth=draft.nth,
            after=draft.after, after_words=draft.after_words, section=draft.section,
            within=draft.within, length=draft.length, here=draft.here, facings=facings,
            starts=draft.starts,
            number=draft.number, steps=draft.steps, steps_at=draft.steps_at,
            replaces=self._replaced(draft), clock_wall=draft.clock_wall,
            leaves_out=draft.leaves_out, after_figure=draft.after_figure,
            start=draft.start, end=draft.end,
        )  # fmt: skip

    def _ended_with_steps(self, draft: Draft) -> None:
        """ "Restart after 18 counts with a step brush": two more counts before the restart."""
        if draft.kind is not ClaimKind.RESTART or draft.replaces or draft.after is None:
            return
        behind = _WITH_STEPS.match(self._plain, max(draft.after_end, draft.walls_end))
        if behind is None or not gauge(behind[1]).steps:
            behind = self._steps_before_restart(draft)
        if behind is None:
            return
        length = counts_in(usual_column(behind[1], standard()))
        if length < 2:
            draft.asks = "with"
            return
        draft.kind, draft.length = ClaimKind.TAG_RESTART, length
        draft.steps = self._text[behind.start(1) : behind.end(1)].strip()
        draft.steps_at = behind.start(1)

    def _steps_before_restart(self, draft: Draft) -> re.Match[str] | None:
        """ "Do the first 12 counts, step L next to R, restart"."""
        restart = next(
            (t for t in self._tokens if t.name == "restart" and t.start > draft.after_end >= 0),
            None,
        )
        if restart is None:
            return None
        between = _STEPS_BETWEEN.fullmatch(self._plain, draft.after_end, restart.start)
        if between is None:
            return None
        seen = gauge(between[1])
        told = seen.steps and not seen.unknown and not _OF_THE_WALL.match(between[0].strip())
        return between if told else None

    def _face_all(self, draft: Draft) -> None:
        """Facings said behind the walls: one for each, or one for all of them."""
        if any(f is not None for f in draft.facings) or not draft.faced or not draft.walls:
            return
        if len(draft.faced) == len(draft.walls):
            draft.facings = tuple(draft.faced)
        elif len(draft.faced) == 1 and _ALL_OF_THEM.search(self._plain):
            draft.facings = (draft.faced[0],) * len(draft.walls)

    def _facings_left(self, draft: Draft) -> bool:
        """Are more facings said than walls, so that it is not clear whose they are?"""
        told = any(facing is not None for facing in draft.facings)
        return not told and len(set(draft.faced)) > 1 and draft.kind is ClaimKind.RESTART

    def _trouble(self, draft: Draft) -> str:
        """Why a statement is not certain; "nothing" when it is none at all; "" when it is."""
        walls = [wall for each in self._drafts for wall in each.walls]
        if draft.asks and not (draft.asks == "twice" and len(walls) == 2):
            return draft.asks  # "twice: after the 3rd and after the 6th wall" says when
        if not (draft.walls or draft.rule):
            return self._trouble_of_unplaced(draft)
        bare = draft.after is not None and draft.after_end < 0 and draft.section is None
        if draft.kind is ClaimKind.RESTART and draft.at_end and bare:
            return "place"  # "at the end of wall 4 ... 4 counts ... restart" stops nowhere
        return "place" if self._lacks_place(draft) else ""

    def _lacks_place(self, draft: Draft) -> bool:
        """Does it not say where in the wall, though it has to?"""
        if draft.kind in STOPS or draft.kind is ClaimKind.BRIDGE:
            return draft.after is None and not draft.here
        weak = draft.kind is ClaimKind.TAG and draft.kind_token in WEAK
        return weak and not (draft.at_end or draft.rule or draft.after is not None)

    def _trouble_of_unplaced(self, draft: Draft) -> str:
        """A statement that names no wall: a mark, the last words of a sheet, or to be asked."""
        if MARKED.match(self._plain):
            return "nothing"
        if self._every and draft.kind is ClaimKind.TAG:
            return "every"
        if draft.kind_token in _SOFT_KINDS and draft.after is None:
            return "nothing"
        placed = draft.after is not None or draft.clock_wall is not None
        placed = placed or (draft.at_end and bool(draft.faced))  # "the end of the back wall"
        if draft.hard or placed or draft.length is not None:
            return "wall"
        asked = draft.number is None and draft.kind is ClaimKind.RESTART and not draft.here
        return "wall" if asked else "nothing"
