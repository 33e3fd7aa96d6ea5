"""Sentences about tags and restarts, read token by token into statements.

Slots are filled in the order of the words: a kind, walls, a place, a length. A slot that is
filled already begins the next statement, which takes over what it does not say itself ("on wall
2 after 16 counts and on wall 4 after 8"). A number that finds no slot makes the statement
unclear, never shorter; nothing is assumed.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import lru_cache
from itertools import pairwise
from typing import Final

from ...errors import FacingError
from ...turns import parse_clock
from ..language.interpretations import counts_in, usual_column
from ..language.lexicon import fold, standard
from ..language.numbers import CARDINAL, ORDINAL, number_of
from ..lines.gauge import gauge
from ..model import ClaimKind
from .model import EIGHT, LeftOut, Statement, Statements, Unclear
from .tokens import ANY_KIND, HAPPENS_AT_A_WALL, Token, tokens_of

_MOST_WALLS: Final = 200
_WEAK: Final = frozenset({"hold", "add", "repeat"})
"""Words that make a tag only where their wall ends."""
_SOFT_KINDS: Final = _WEAK | {"soft"}
_SHORT_WALL: Final = "short"
_TAKE_A_TAG: Final = frozenset(
    {ClaimKind.TAG_RESTART, ClaimKind.BRIDGE, ClaimKind.CHANGE, ClaimKind.TAG}
)
# "Tag a after wall 2" names a tag, "a tag a wall" does not.
_NAMED_A: Final = re.compile(r"\s*(?:$|[.,;:)*–-]|(?:after|at|on|for|is)\b)")
_FACINGS: Final = frozenset({"clock", "side", "front", "facing_hour", "clock_wall"})
_PLACES: Final = frozenset({"walls_num", "walls_ord", "wall_after", "after", "end_of", "counts"})
_MOST_TEXT: Final = 1500
_STOPS: Final = frozenset({ClaimKind.RESTART, ClaimKind.TAG_RESTART})
_AT_START: Final = re.compile(
    r"\b(?:start|beginning|debut)\s+(?:of|du)\s+(?:the\s+)?(?:\w+\s+)?(?:walls?|murs?)\b"
)
_LINK: Final = re.compile(r"[\s,/&]*(?:(?:or|and|nor|ni|et|ou|any)\b[\s,/&]*)*$")
_DENIED: Final = frozenset({"tag", "restart", "tag_restart", "bridge", "numbered"})
_DENIABLE: Final = frozenset({"tag", "restart", "tag_restart", "bridge", "or", "every"})
_WITH_LENGTH: Final = frozenset({ClaimKind.TAG, ClaimKind.TAG_RESTART, ClaimKind.BRIDGE})
_SMALL: Final = frozenset({"one", "un", "une"})
_SIDES: Final = {"front": 0, "home": 0, "back": 4, "rear": 4}
_HARDLY_A_COUNT: Final = 4
# Restarts in words that a sheet also closes with: "start again and enjoy".
_SOFT: Final = re.compile(r"again|over|beginning|top|reprendre|recommenc|\bstart (?:the|from)")
# "Replace counts 15-16 with R touch, hold and restart": the steps danced instead.
_CHANGED_TO: Final = re.compile(
    r"\s*(?:with|by|to|into|par|en|:)\s+(?:an?\s+)?(.+?)"
    r"(?=\s*,?\s*\b(?:and|then|et|puis)\b\s+(?:then\s+)?(?:re-?start|start|begin|reprendre)|[.;]|$)"
)
# "*** Restart ***" between the steps only marks the place that another note speaks of.
_MARK_ALONE: Final = re.compile(
    r"^\W*(?:(?:the|le)\s+)?(?:re-?start|tag|bridge|reprise|tag\W*re-?start)s?(?:\s+(?:here|ici|point))?\W*$"
)
# "Notes: 1 restart, 1 tag" only says that there are some.
_SUMMARY: Final = re.compile(
    rf"^\W*(?:notes?\b\W*)?(?:(?:{CARDINAL})\s+(?:easy\s+|short\s+)?(?:re-?starts?|tags?|bridges?|endings?|ponts?|reprises?)"
    r"[\s,&+/.!*]*(?:(?:and|et)\s+)?){1,4}$"
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
_ADDED: Final = re.compile(
    r"\s+(?:an?\s+)?(?![^.;:,]*\b(?:counts?|cts|temps|comptes?|beats?|tag|bridge|pont|walls?|murs?)\b)"
    r"([^.;:()]*?\w)\s*(?=$|[.;:()*]|,?\s+(?:at|on|to|after|before|a la|au|and|then)\b)"
)
_AFTER_FIGURE: Final = re.compile(
    r"\b(?:after|following|through|up to(?: and including)?|apres)\s+(?:the|your|le|la|les)\s+"
    r"([a-z][a-z' -]*[a-z])"
)
_WITH_STEPS: Final = re.compile(r"[\s,]*with\s+(?:an?\s+)?([^.;]*\w)")


@dataclass(slots=True)
class _Draft:
    """A statement while its slots are being filled."""

    kind: ClaimKind | None = None
    kind_token: str = ""
    walls: tuple[int, ...] = ()
    facings: tuple[int | None, ...] = ()
    faced: list[int] = field(default_factory=list)
    rule: list[int] = field(default_factory=list)
    nth: int = 0
    after: Fraction | None = None
    after_words: str | None = None
    after_end: int = -1
    walls_end: int = 0
    section: int | None = None
    within: int = 0
    leaves_out: LeftOut | None = None
    after_figure: str = ""
    length: int | None = None
    at_end: bool = False
    here: bool = False
    number: str | None = None
    starts: int | None = None
    clock_wall: int | None = None
    replaces: tuple[int, int] | None = None
    steps: str = ""
    steps_at: int = 0
    asks: str = ""
    hard: bool = False
    inherited: bool = False
    """The kind is that of the statement before, until a word says otherwise."""
    start: int = 0
    end: int = 0

    @property
    def empty(self) -> bool:
        said = self.walls or self.rule or self.asks or self.number or self.replaces
        placed = self.after is not None or self.length is not None or said
        return not placed and (self.kind is None or self.inherited)


def states_events(text: str) -> bool:
    """Does a text state a tag, restart or the like, or ask for one unclearly, or deny them?"""
    read = read_statements(text)
    return bool(read.events or read.unclear or read.none)


@lru_cache(maxsize=4096)
def read_statements(text: str) -> Statements:
    """What a text states; offsets are those of the text.

    >>> [s.walls for s in read_statements("2 count tag after walls 2 (6:00), 6 and 9").events]
    [(2, 6, 9)]
    """
    plain = fold(text)
    if _SUMMARY.match(plain):
        return Statements()
    if len(plain) != len(text) or len(text) > _MOST_TEXT:
        return Statements()
    if not (ANY_KIND.search(plain) or HAPPENS_AT_A_WALL.search(plain)):
        return Statements()
    return _Reader(plain, text).read()


class _Reader:
    """Goes through the tokens of one text."""

    def __init__(self, plain: str, text: str) -> None:
        self._plain, self._text = plain, text
        self._tokens = tokens_of(plain)
        self._drafts: list[_Draft] = []
        self._now = _Draft()
        self._every = False
        self._denied = False
        self._numbers: list[Token] = []
        self._open: Token | None = None
        """A length or place in counts that no word has claimed yet."""

    def read(self) -> Statements:
        denying = False
        for index, token in enumerate(self._tokens):
            # "No tags or restarts": what is denied is no statement, whatever stands behind it.
            linked = index and _LINK.match(self._plain, self._tokens[index - 1].end, token.start)
            goes_on = bool(denying and linked) and token.name in _DENIABLE
            denying = token.name == "not" or (goes_on and not self._walls_before_next_kind(token))
            if denying:
                self._denied = True
                continue
            handler = _HANDLERS.get(token.name)
            if handler is not None:
                handler(self, index, token)
            self._now.end = max(self._now.end, token.end)
        self._close()
        return self._result()

    # closing

    def _begin(self, token: Token) -> None:
        """The next statement begins; it takes over the kind."""
        before = self._now
        self._close()
        self._now = _Draft(
            kind=before.kind, kind_token=before.kind_token, hard=before.hard,
            inherited=before.kind is not None, start=token.start,
        )  # fmt: skip

    def _close(self) -> None:
        if not self._now.empty:
            self._drafts.append(self._now)
        self._now = _Draft()

    def _result(self) -> Statements:
        self._name_kinds()
        drafts = [d for d in self._drafts if d.kind is not None]
        if self._denied and not any(d.walls or d.rule for d in drafts):
            named = any(token.name in _DENIED for token in self._tokens)
            return Statements(none=named)
        self._share(drafts)
        events: list[Statement] = []
        unclear: list[Unclear] = []
        if self._numbers and len(drafts) == 1:
            self._steps_behind_colon(drafts[0])
        for draft in drafts:
            self._finish(draft, events, unclear)
        lost = [token for token in self._numbers if self._lost(token)]
        if events and lost:
            said = self._text[lost[0].start : lost[0].end].strip()
            unclear.append(Unclear(why="number", said=said, start=0, end=len(self._plain)))
        return Statements(
            events=tuple(_gathered(events)) if not unclear else (), unclear=tuple(unclear)
        )

    def _steps_behind_colon(self, draft: _Draft) -> None:
        """ "Tag, end of wall 3: 4 claps": as long as those steps are."""
        at = self._plain.rfind(": ") + 2
        words = self._plain[at:].strip(" .*")
        if at < 2 or draft.kind not in _WITH_LENGTH or draft.steps or draft.length is not None:
            return
        if any(token.name in _PLACES and token.start >= at for token in self._tokens):
            return
        length = counts_in(usual_column(words, standard())) if gauge(words).steps else 0
        if length and not gauge(words).unknown:
            draft.length, draft.steps, draft.steps_at = length, self._text[at:], at

    def _name_kinds(self) -> None:
        """The kind of statements that have none of their own."""
        for one, other in zip(self._drafts[-2::-1], self._drafts[:0:-1], strict=False):
            if one.kind is None and one.walls and one.after is not None:
                one.kind, one.kind_token, one.hard = other.kind, other.kind_token, other.hard
        for draft in self._drafts:
            if draft.kind is None and draft.walls and draft.after is None and self._open:
                number = number_of(self._open["counts"])  # "wall 4: 24 counts only"
                draft.after, draft.after_words = Fraction(number), str(number)
            short = draft.kind is None and draft.walls and draft.after is not None
            if short and _ONLY.search(self._plain):
                draft.kind, draft.kind_token, draft.hard = ClaimKind.RESTART, _SHORT_WALL, True
            elif draft.kind is None and draft.walls and self._danced_behind(draft):
                continue
            elif draft.kind is None and draft.walls and self._happens(draft):
                draft.kind, draft.asks = ClaimKind.RESTART, draft.asks or "kind"

    def _happens(self, draft: _Draft) -> bool:
        """ "On wall 8 the first half only", "after wall 2 the long bit": it is not said what."""
        named = _ONLY.search(self._plain) and _PIECE.search(self._plain)
        # "After wall 4 you face the front" only says where one is.
        closes = draft.at_end and not any(token.name in _FACINGS for token in self._tokens)
        return bool(draft.asks or named or closes or draft.after is not None)

    def _danced_behind(self, draft: _Draft) -> bool:
        """ "At the end of wall 4 sway R, L, R, L": steps that no wall has are a tag."""
        words = self._text[draft.walls_end :].strip(" ,;:.–-*")
        seen = gauge(words)
        length = counts_in(usual_column(fold(words), standard())) if seen.steps else 0
        if not draft.at_end or not length or seen.unknown or not (seen.feet or seen.steps > 1):
            return False
        draft.kind, draft.kind_token, draft.length = ClaimKind.TAG, "steps", length
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

    def _share(self, drafts: list[_Draft]) -> None:
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

    def _lend(self, giver: _Draft, taker: _Draft) -> None:
        if giver.kind is not taker.kind:
            return
        if taker.kind in _STOPS and taker.after is None and giver.after is not None:
            taker.after, taker.after_words = giver.after, giver.after_words
            taker.section, taker.within = giver.section, giver.within
        if taker.kind in _WITH_LENGTH and taker.length is None and taker.number is None:
            taker.length = giver.length

    def _finish(self, draft: _Draft, events: list[Statement], unclear: list[Unclear]) -> None:
        self._ended_with_steps(draft)
        why = self._trouble(draft)
        if why == "nothing":
            return
        self._face_all(draft)
        if why:
            said = _trimmed(self._text[draft.start : draft.end])
            by_clock = why == "wall" and draft.clock_wall is not None
            known = self._made(draft) if by_clock or self._sheet_knows(draft, why) else None
            unclear.append(
                Unclear(why=why, said=said, start=draft.start, end=draft.end, statement=known)
            )
            return
        events.append(self._made(draft))

    def _sheet_knows(self, draft: _Draft, why: str) -> bool:
        """ "Leave out the last 8 counts", "after the vine": the sheet may know where that is."""
        if why == "place":
            figure = _AFTER_FIGURE.search(self._plain, draft.start)
            draft.after_figure = figure[1] if figure and gauge(figure[1]).steps else ""
        told = bool(draft.leaves_out) if why == "but_last" else bool(draft.after_figure)
        return told and draft.kind in _STOPS and bool(draft.walls)

    def _made(self, draft: _Draft) -> Statement:
        assert draft.kind is not None
        facings = draft.facings if any(f is not None for f in draft.facings) else ()
        return Statement(
            kind=draft.kind, walls=draft.walls, rule=tuple(draft.rule), nth=draft.nth,
            after=draft.after, after_words=draft.after_words, section=draft.section,
            within=draft.within, length=draft.length, here=draft.here, facings=facings,
            starts=draft.starts,
            number=draft.number, steps=draft.steps, steps_at=draft.steps_at,
            replaces=draft.replaces, clock_wall=draft.clock_wall, leaves_out=draft.leaves_out,
            after_figure=draft.after_figure,
            start=draft.start, end=draft.end,
        )  # fmt: skip

    def _ended_with_steps(self, draft: _Draft) -> None:
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

    def _steps_before_restart(self, draft: _Draft) -> re.Match[str] | None:
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
        return between if seen.steps and seen.feet and not seen.unknown else None

    def _face_all(self, draft: _Draft) -> None:
        """Facings said behind the walls: one for each, or one for all of them."""
        if any(f is not None for f in draft.facings) or not draft.faced or not draft.walls:
            return
        if len(draft.faced) == len(draft.walls):
            draft.facings = tuple(draft.faced)
        elif len(draft.faced) == 1 and _ALL_OF_THEM.search(self._plain):
            draft.facings = (draft.faced[0],) * len(draft.walls)

    def _trouble(self, draft: _Draft) -> str:
        """Why a statement is not certain; "nothing" when it is none at all; "" when it is."""
        walls = [wall for each in self._drafts for wall in each.walls]
        if draft.asks and not (draft.asks == "twice" and len(walls) == 2):
            return draft.asks  # "twice: after the 3rd and after the 6th wall" says when
        if not (draft.walls or draft.rule):
            return self._trouble_of_unplaced(draft)
        needs_place = draft.kind in _STOPS or draft.kind is ClaimKind.BRIDGE
        if needs_place and draft.after is None and not draft.here:
            return "place"
        called = draft.kind_token
        weak = draft.kind is ClaimKind.TAG and called in _WEAK
        placed = draft.at_end or draft.rule or draft.after is not None
        if weak and not placed and _AT_START.search(self._plain):
            return "place"
        return "place" if weak and not placed else ""

    def _trouble_of_unplaced(self, draft: _Draft) -> str:
        """A statement that names no wall: a mark, the last words of a sheet, or to be asked."""
        if _MARK_ALONE.match(self._plain):
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

    # walls

    def _walls_num(self, _: int, token: Token) -> None:
        if token["or"]:
            self._now.asks = "or"
            return
        self._put_walls(token, *_wall_list(token["list"]))

    def _walls_ord(self, _: int, token: Token) -> None:
        walls = tuple(number_of(said) for said in re.findall(ORDINAL, token["ords"]))
        self._put_walls(token, walls, (None,) * len(walls))

    def _wall_after(self, _: int, token: Token) -> None:
        if self._now.kind is None or self._now.kind in _STOPS:
            self._put_walls(token, (number_of(token["wa"]),), (None,))
        else:
            self._numbers.append(token)

    def _put_walls(
        self, token: Token, walls: tuple[int, ...], facings: tuple[int | None, ...]
    ) -> None:
        if not all(1 <= wall <= _MOST_WALLS for wall in walls):
            self._numbers.append(token)
            return
        if self._now.walls and set(walls) <= set(self._now.walls):
            return  # "on the last wall (wall 12)", said twice
        if self._now.walls:
            self._begin(token)
        self._now.walls, self._now.facings, self._now.walls_end = walls, facings, token.end
        self._now.at_end = self._now.at_end or self._stands_behind(token, ("end_of", "after_wall"))

    def _stands_behind(self, token: Token, names: tuple[str, ...]) -> bool:
        index = self._tokens.index(token)
        return index > 0 and self._tokens[index - 1].name in names

    def _last_wall(self, _: int, token: Token) -> None:
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.ENDING)
        if not any(t.name in {"walls_num", "walls_ord"} for t in self._tokens):
            self._now.asks = "last"

    # kinds

    def _put_kind(self, token: Token, kind: ClaimKind, *, called: str = "") -> None:
        now = self._now
        called = called or token.name
        if now.kind is None or (now.inherited and not self._merges(kind, called, token)):
            now.kind, now.kind_token, now.inherited = kind, called, False
            now.start = min(now.start, token.start) if now.walls or now.after else token.start
        elif self._merges(kind, called, token):
            pass
        elif now.walls or now.rule or now.after is not None or now.length is not None:
            following = self._walls_before_next_kind(token)
            if kind is now.kind and not following:
                return  # named once more
            self._begin(token)
            self._now.kind, self._now.kind_token = kind, called
        else:
            now.kind, now.kind_token = kind, called
        self._claim_open(kind)

    def _merges(self, kind: ClaimKind, called: str, token: Token) -> bool:
        """ "Dance 16 counts, add the 4-count tag and restart" is one thing."""
        now, own_walls = self._now, self._walls_before_next_kind(token)
        if kind is now.kind and called in {"restart", "soft"} and not own_walls:
            return True
        if kind is ClaimKind.TAG and now.kind in _TAKE_A_TAG:
            if now.kind is ClaimKind.TAG and now.kind_token in _WEAK:
                now.kind_token = called
            return not own_walls or (now.kind is ClaimKind.TAG and not now.walls)
        if own_walls and now.walls:
            return False
        return self._grows(kind, called, own_walls)

    def _grows(self, kind: ClaimKind, called: str, own_walls: bool) -> bool:
        """What has begun becomes more: a tag with a restart behind it, a change before one."""
        now = self._now
        if kind is ClaimKind.RESTART and now.kind is ClaimKind.TAG:
            closes = now.after is None and (now.at_end or called == "soft")
            # "At the end of wall 3 hold 4 counts, then start again" stays a tag.
            now.kind = ClaimKind.TAG if closes else ClaimKind.TAG_RESTART
            return True
        if kind is ClaimKind.TAG_RESTART and now.kind is ClaimKind.TAG and not own_walls:
            now.kind = kind
            return True
        if kind is ClaimKind.RESTART and now.kind is ClaimKind.CHANGE:
            now.kind = ClaimKind.RESTART
            self._stop_behind(now)
            return True
        if kind is ClaimKind.TAG and now.kind_token == _SHORT_WALL:
            now.kind = ClaimKind.TAG_RESTART
            return True
        return kind is ClaimKind.CHANGE and now.kind in _STOPS

    def _stop_behind(self, now: _Draft) -> None:
        """A change of counts 15-16 before a restart: the wall stops behind them."""
        if now.after is None and now.replaces is not None:
            now.after, now.after_words = Fraction(now.replaces[1]), str(now.replaces[1])

    def _walls_before_next_kind(self, token: Token) -> bool:
        """Does this kind have walls of its own, before another kind or the sentence ends?"""
        for following in self._tokens[self._tokens.index(token) + 1 :]:
            if following.name in {"walls_num", "walls_ord", "wall_after", "every", "last_wall"}:
                return True
            if following.name in _KIND_NAMES or following.name == "sentence":
                return False
        return False

    def _restart(self, _: int, token: Token) -> None:
        soft = bool(_SOFT.search(token.match[0])) or _closes_a_sheet(self._plain, token)
        self._put_kind(token, ClaimKind.RESTART, called="soft" if soft else "restart")
        self._now.hard = self._now.hard or not soft

    def _tag(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.TAG)

    def _numbered(self, index: int, token: Token) -> None:
        number, named = (token["no"] or token["no2"]).upper(), token["named"]
        article = number == "A" and self._text[token.end - 1] == "a"
        if article and not _NAMED_A.match(self._plain, token.end):
            self._tag(index, token)  # "a tag a wall"
            return
        complete = named and self._now.walls and self._now.kind is not None
        if self._now.number not in (None, number) or complete:
            self._begin(token)
        if named == "tag":
            self._tag(index, token)
            self._now.number = number
        elif named:
            self._put_kind(
                token,
                ClaimKind.BRIDGE if named == "bridge" else ClaimKind.RESTART,
                called="restart",
            )

    def _tag_restart(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.TAG_RESTART)

    def _short(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.RESTART)
        self._now.hard = True

    def _bridge(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.BRIDGE)

    def _change(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.CHANGE)

    def _ending(self, _: int, token: Token) -> None:
        self._put_kind(token, ClaimKind.ENDING)

    def _unknown_kind(self, _: int, __: Token) -> None:
        self._now.kind, self._now.asks = ClaimKind.RESTART, "kind"

    def _replace(self, _: int, token: Token) -> None:
        first = int(token["rep_a"])
        last = int(token["rep_b"] or first)
        self._now.replaces = (first, last)
        behind = _CHANGED_TO.match(self._plain, token.end)
        if behind is not None:
            said = self._text[behind.start(1) : behind.end(1)].strip()
            self._now.steps, self._now.steps_at = said, behind.start(1)
        if self._now.kind is ClaimKind.TAG:
            self._now.kind = ClaimKind.TAG_RESTART
            self._now.after, self._now.after_words = Fraction(first - 1), str(first - 1)
            return
        self._put_kind(token, ClaimKind.CHANGE)
        if self._now.kind is ClaimKind.RESTART:
            self._stop_behind(self._now)

    def _repeat(self, _: int, token: Token) -> None:
        """ "Repeat counts 29-32 at the end of wall 4": a tag of four counts."""
        first, last = (token["ra"], token["rb"]) if token["ra"] else (token["rc"], token["rd"])
        length = number_of(token["rl"]) if token["rl"] else int(last) - int(first) + 1
        self._put_kind(token, ClaimKind.TAG)
        self._now.length = length
        self._now.steps, self._now.steps_at = token.match[0], token.start

    def _hold(self, index: int, token: Token) -> None:
        following = self._tokens[index + 1] if index + 1 < len(self._tokens) else None
        before = self._tokens[index - 1] if index else None
        if following is not None and following.name == "counts":
            self._put_kind(token, ClaimKind.TAG)
        elif before is not None and before.name == "counts" and before.end >= token.start - 1:
            self._put_kind(token, ClaimKind.TAG)  # "a 2-count pause"

    def _into(self, _: int, token: Token) -> None:
        number = number_of(token["into"])
        self._put_after(token, Fraction(number), str(number))

    def _cut_off(self, _: int, token: Token) -> None:
        """ "Leave off counts 25-32 and restart": the wall stops after 24."""
        if any(each.name == "restart" for each in self._tokens):
            self._put_after(token, Fraction(int(token["off"]) - 1), str(int(token["off"]) - 1))
        else:
            self._but_last(0, token)
            self._now.leaves_out = LeftOut(first=int(token["off"]), last=int(token["off_to"]))

    def _cut_section(self, _: int, token: Token) -> None:
        """ "Leave out section 4": where that is, the sheet says."""
        number = 0 if token["last_sec"] else number_of(token["off_sec"] or token["off_ord"])
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.RESTART)
        self._now.leaves_out, self._now.asks = LeftOut(section=number), "but_last"

    def _insert(self, _: int, token: Token) -> None:
        inside = any(each.name in {"after", "dance", "section"} for each in self._tokens)
        self._put_kind(token, ClaimKind.BRIDGE if inside else ClaimKind.TAG)

    def _add(self, index: int, token: Token) -> None:
        if self._tokens[index + 1 : index + 2] and self._tokens[index + 1].name == "bridge":
            return  # "add a bridge"
        self._put_kind(token, ClaimKind.TAG)
        self._steps_added(token)
        # "Wall 3 has an extra 4 counts": behind its own.
        self._now.at_end = self._now.at_end or token.match[0] in {"extra", "additional"}

    def _steps_added(self, token: Token) -> None:
        """ "Add two stomps": as long as those steps are."""
        behind = _ADDED.match(self._plain, token.end)
        if behind is None or self._now.length is not None or self._now.steps:
            return
        if not gauge(behind[1]).steps or gauge(behind[1]).unknown:
            return
        length = counts_in(usual_column(behind[1], standard()))
        if length:
            self._now.length, self._now.steps_at = length, behind.start(1)
            self._now.steps = self._text[behind.start(1) : behind.end(1)]

    def _own_steps(self, _: int, token: Token) -> None:
        """ "Tag (end of wall 3): 1-4 sway R, L, R, L"."""
        if self._now.kind not in _WITH_LENGTH or self._now.length is not None:
            self._numbers.append(token)
            return
        if gauge(self._plain[token.end :]).unknown:
            self._numbers.append(token)
            return
        self._now.length, self._now.steps_at = int(token["own"]), token.start
        self._now.steps = self._text[token.start :]

    # places and lengths

    def _put_after(self, token: Token, at: Fraction, words: str) -> None:
        if self._now.after is not None:
            if self._now.after == at:
                return
            self._begin(token)
        self._now.after, self._now.after_words, self._now.after_end = at, words, token.end

    def _after(self, _: int, token: Token) -> None:
        bare = token.match[0].rstrip().endswith(token["cut"])
        if bare and number_of(token["cut"]) < _HARDLY_A_COUNT and "count" not in token.match[0]:
            self._now.asks = self._now.asks or "place"  # two counts, or two sections?
        self._cut(token, "cut")

    def _range(self, _: int, token: Token) -> None:
        self._cut(token, "upto")

    def _dance(self, _: int, token: Token) -> None:
        self._cut(token, "danced")

    def _cut(self, token: Token, group: str) -> None:
        number = number_of(token[group])
        sub = token[f"{group}_and"]
        half = Fraction(1, 2) if sub in {"½", ".5"} else Fraction(0)
        self._put_after(token, number + half, f"{number}{'&' if sub and not half else ''}")

    def _on_count(self, _: int, token: Token) -> None:
        if self._now.kind is ClaimKind.ENDING:
            self._put_after(token, Fraction(int(token["on"])), token["on"])
        elif self._now.kind is None or self._now.kind in _STOPS:
            number = int(token["on"]) - 1
            self._put_after(token, Fraction(number), str(number))
        else:
            self._numbers.append(token)

    def _of_section(self, _: int, token: Token) -> None:
        """ "Up to count 8 of section 2": the count within that section."""
        number, now = number_of(token["of_sec"]), self._now
        if now.after is None or now.section is not None or not number:
            self._numbers.append(token)
            return
        now.after += (number - 1) * EIGHT
        now.after_words = str(now.after)
        now.within = number

    def _at_count(self, _: int, token: Token) -> None:
        """ "Restart at count 17" begins on 17; "at count 16" comes when 16 have been danced."""
        number = int(token["at"])
        if self._now.kind is ClaimKind.ENDING:
            self._put_after(token, Fraction(number), str(number))
        elif self._now.kind is not None and self._now.kind not in _STOPS:
            self._numbers.append(token)
        elif number % 4 == 1 and number > 1:
            self._put_after(token, Fraction(number - 1), str(number - 1))
        elif number % 4 == 0:
            self._put_after(token, Fraction(number), str(number))
        else:
            self._now.asks = "place"

    def _in_brackets(self, _: int, token: Token) -> None:
        """ "Up to the coaster step (count 24)"."""
        if self._now.kind is ClaimKind.TAG or self._now.after is not None:
            self._numbers.append(token)
        else:
            self._cut(token, "braced")

    def _section(self, _: int, token: Token) -> None:
        section = number_of(token["sec"] or token["secs"] or token["seco"])
        self._put_after(token, Fraction(section * EIGHT), str(section * EIGHT))
        self._now.section = section

    def _long(self, _: int, token: Token) -> None:
        if self._now.length is not None or (
            self._now.walls and self._now.kind is not None and self._kind_has_walls(token)
        ):
            self._begin(token)
        self._now.length = number_of(token["long"])

    def _kind_has_walls(self, token: Token) -> bool:
        kinds = self._tokens[self._tokens.index(token) + 1 :]
        kind = next((t for t in kinds if t.name in _KIND_NAMES), None)
        return kind is not None and self._walls_before_next_kind(kind)

    def _of(self, _: int, token: Token) -> None:
        self._now.length = number_of(token["of"])

    def _counts(self, index: int, token: Token) -> None:
        """ "16 counts": the length of a tag, the place of a restart, by what is being said."""
        number = number_of(token["counts"])
        if token["more"]:
            self._put_kind(token, ClaimKind.TAG)  # "wall 5 has 2 extra counts": behind its own
            self._now.at_end = True
        now = self._now
        before = self._tokens[index - 1].name if index else ""
        if (now.kind in _WITH_LENGTH and now.length is None) or (
            before in {"add", "hold"} and now.length is None
        ):
            now.length = number
        elif now.kind in {*_STOPS, ClaimKind.ENDING} and now.after is None:
            now.after, now.after_words = Fraction(number), str(number)
        elif now.kind is None and self._open is None:
            self._open = token
        elif now.kind in _WITH_LENGTH and now.walls and self._walls_before_next_kind(token):
            self._begin(token)  # "4 counts at the end of wall 2, 2 counts at the end of wall 7"
            self._now.length = number
        elif number not in (now.length, now.after):
            self._numbers.append(token)

    def _claim_open(self, kind: ClaimKind) -> None:
        if self._open is None:
            return
        token, self._open = self._open, None
        self._counts(self._tokens.index(token), token)

    # facings

    def _clock(self, _: int, token: Token) -> None:
        self._face(_clock(token["clock"]))

    def _side(self, _: int, token: Token) -> None:
        self._face(_SIDES[(token["side"] or token["front"]).split()[0]])

    def _front(self, _: int, token: Token) -> None:
        self._face(_SIDES[token["front"].split()[0]])

    def _hour(self, _: int, token: Token) -> None:
        self._face(_clock(token["hour"]))

    def _face(self, facing: int | None) -> None:
        now = self._now
        if facing is None:
            return
        if self._every:
            if facing not in now.rule:
                now.rule.append(facing)
            return
        if now.walls or now.kind is not None:
            now.faced.append(facing)

    def _starts(self, _: int, token: Token) -> None:
        facing = _named_facing(token["start_at"])
        if self._every:
            self._face(facing)
        self._now.starts = facing

    def _every_one(self, _: int, token: Token) -> None:
        self._every = True
        if "second" in token.match[0] or "other" in token.match[0]:
            self._now.asks = "every"

    def _clock_wall(self, _: int, token: Token) -> None:
        said = token["cwall"] or token["side_wall"]
        facing = _named_facing(said)
        if self._every:
            self._face(facing)
        elif token["nth_wall"]:
            self._now.asks = "clock-wall"
        elif token["cwall"]:
            self._now.clock_wall = facing
        else:
            self._face(facing)

    def _nth_clock(self, _: int, token: Token) -> None:
        facing = _named_facing(token["nth_at"])
        if facing is not None:
            self._now.rule, self._now.nth = [facing], number_of(token["nth"])

    def _nth_later(self, _: int, token: Token) -> None:
        facing = _named_facing(token["later_at"])
        if facing is not None:
            self._now.rule, self._now.nth = [facing], number_of(token["later"])

    # the rest

    def _sentence(self, index: int, token: Token) -> None:
        """A new sentence begins; it may go on with what the one before leaves open."""
        rest = self._tokens[index + 1 :]
        named = next((t for t in rest if t.name in {*_KIND_NAMES, "sentence"}), None)
        if self._now.walls and (named is None or named.name != "sentence"):
            first = next(
                (t for t in rest if t.name in {*_KIND_NAMES, "walls_num", "walls_ord"}), None
            )
            if first is not None:
                self._begin(first)

    def _ends_here(self, _: int, __: Token) -> None:
        self._now.at_end = True

    def _is_here(self, _: int, __: Token) -> None:
        self._now.here = True

    def _but_last(self, _: int, token: Token) -> None:
        """ "Leave out the last 8 counts": a restart whose place is not said from the start."""
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.RESTART)
        self._now.asks = "but_last"
        if token.name == "but_last" and token["but"]:
            self._now.leaves_out = LeftOut(counts=number_of(token["but"]))

    def _asks(self, _: int, token: Token) -> None:
        colon = self._plain.rfind(":", 0, token.start)
        if token.name == "twice" and colon >= self._now.walls_end > 0:
            return  # "tag after wall 4: stomp right twice"
        if self._now.kind is not None or token.name != "twice":
            self._now.asks = token.name

    def _span(self, _: int, token: Token) -> None:
        """ "Step change on wall 3: counts 13-16"."""
        if self._now.kind is ClaimKind.CHANGE and self._now.replaces is None:
            self._now.replaces = (int(token["sa"]), int(token["sb"]))
        else:
            self._numbers.append(token)

    def _any_number(self, _: int, token: Token) -> None:
        self._numbers.append(token)


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


def _closes_a_sheet(plain: str, token: Token) -> bool:
    """ "Restart the dance from the beginning": no event, but the last words of a sheet."""
    return bool(
        re.match(
            r"(?:\s+the dance)?\s+(?:from|at)\s+the\s+(?:beginning|top|start)", plain[token.end :]
        )
    )


def _wall_list(said: str) -> tuple[tuple[int, ...], tuple[int | None, ...]]:
    walls: list[int] = []
    facings: list[int | None] = []
    dash = False
    for match in re.finditer(
        rf"\(\s*[^)]*?((?:1[0-2]|[1-9])(?:[:.h]\s?[0-5]\d|\s*o.?\s*clock|\s?h)|front|back|home)[^)]*\)|({CARDINAL})|([-–])",
        said,
    ):
        if match[1]:
            if facings:
                facings[-1] = _named_facing(match[1])
        elif match[3]:
            dash = True
        else:
            number = number_of(match[2])
            if dash and walls and walls[-1] < number <= walls[-1] + 12:
                between = range(walls[-1] + 1, number)
                walls.extend(between)
                facings.extend(None for _ in between)
            dash = False
            walls.append(number)
            facings.append(None)
    return tuple(walls), tuple(facings)


def _trimmed(said: str) -> str:
    """Without the marks around it; brackets that belong together stay."""
    said = said.strip(" .,;:*")
    if said.startswith("(") or said.count("(") != said.count(")"):
        said = said.strip("()")
    return said


def _named_facing(said: str) -> int | None:
    word = said.split(maxsplit=1)[0] if said.split() else ""
    return _SIDES[word] if word in _SIDES else _clock(said)


def _clock(said: str) -> int | None:
    plain = re.sub(r"\s*h\.?$", "", re.sub(r"(?<=\d)[h.]\s?(?=\d)", ":", said.strip()))
    try:
        return parse_clock(plain)
    except FacingError:
        return None


_KIND_NAMES: Final = frozenset(
    {"restart", "tag", "tag_restart", "short", "bridge", "change", "ending", "numbered", "add",
     "insert", "hold", "replace", "repeat", "unknown_kind"}
)  # fmt: skip
_HANDLERS: Final[dict[str, Callable[[_Reader, int, Token], None]]] = {
    "walls_num": _Reader._walls_num,
    "walls_ord": _Reader._walls_ord,
    "wall_after": _Reader._wall_after,
    "last_wall": _Reader._last_wall,
    "restart": _Reader._restart,
    "tag": _Reader._tag,
    "numbered": _Reader._numbered,
    "tag_restart": _Reader._tag_restart,
    "short": _Reader._short,
    "bridge": _Reader._bridge,
    "change": _Reader._change,
    "ending": _Reader._ending,
    "unknown_kind": _Reader._unknown_kind,
    "replace": _Reader._replace,
    "repeat": _Reader._repeat,
    "hold": _Reader._hold,
    "add": _Reader._add,
    "after": _Reader._after,
    "range": _Reader._range,
    "dance": _Reader._dance,
    "on_count": _Reader._on_count,
    "section": _Reader._section,
    "of_section": _Reader._of_section,
    "at_count": _Reader._at_count,
    "in_brackets": _Reader._in_brackets,
    "cut_section": _Reader._cut_section,
    "insert": _Reader._insert,
    "nth_later": _Reader._nth_later,
    "own_steps": _Reader._own_steps,
    "long": _Reader._long,
    "of": _Reader._of,
    "counts": _Reader._counts,
    "into": _Reader._into,
    "cut_off": _Reader._cut_off,
    "clock": _Reader._clock,
    "side": _Reader._side,
    "front": _Reader._front,
    "facing_hour": _Reader._hour,
    "starts": _Reader._starts,
    "every": _Reader._every_one,
    "clock_wall": _Reader._clock_wall,
    "nth_clock": _Reader._nth_clock,
    "sentence": _Reader._sentence,
    "end_of": _Reader._ends_here,
    "after_wall": _Reader._ends_here,
    "here": _Reader._is_here,
    "half": _Reader._asks,
    "but_not": _Reader._asks,
    "twice": _Reader._asks,
    "but_last": _Reader._but_last,
    "span": _Reader._span,
    "number": _Reader._any_number,
}
