"""Sentences about tags and restarts, read token by token into statements.

Slots are filled in the order of the words: a kind, walls, a place, a length. A slot that is
filled already begins the next statement, which takes over what it does not say itself ("on wall
2 after 16 counts and on wall 4 after 8"). A number that finds no slot makes the statement
unclear, never shorter; nothing is assumed.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from typing import Final

from ...errors import FacingError
from ...primitives.turns import parse_clock
from ..language.gauge import gauge
from ..language.interpretations import usual_column
from ..language.lexicon import fold, standard
from ..language.numbers import CARDINAL, ORDINAL, number_of
from ..language.sharing import counts_in
from ..model import EIGHT, ClaimKind
from .finishing import Finishing
from .model import LAST_COUNT, LeftOut, Statements
from .slots import KIND_NAMES, STOPS, WITH_LENGTH
from .tokens import ANY_KIND, HAPPENS_AT_A_WALL, Token

# "Tag a after wall 2" names a tag, "a tag a wall" does not.
_RANGES: Final = re.compile(r"\b(\d{1,2})\s*[-–]\s*(\d{1,2})\b")
_NAMED_A: Final = re.compile(r"\s*(?:$|[.,;:)*–-]|(?:after|at|on|for|is)\b)")
_MOST_TEXT: Final = 1500
_LINK: Final = re.compile(r"[\s,/&]*(?:(?:or|and|nor|ni|et|ou|any)\b[\s,/&]*)*$")
_DENIABLE: Final = frozenset({"tag", "restart", "tag_restart", "bridge", "or", "every"})
_SIDES: Final = {"front": 0, "home": 0, "back": 4, "rear": 4}
_HARDLY_A_COUNT: Final = 4
# Restarts in words that a sheet also closes with: "start again and enjoy".
_SOFT: Final = re.compile(
    r"again|over|beginning|top|back to|debut|reprendre|recommenc|\bstart (?:the|from)"
)
# "Replace counts 15-16 with R touch, hold and restart": the steps danced instead.
_CHANGED_TO: Final = re.compile(
    r"\s*(?:(?:with|by|to|into|par|en)\s*:?|:)\s+(?:an?\s+)?(.+?)"
    r"(?=\s*,?\s*\b(?:and|then|et|puis)\b\s+(?:then\s+)?(?:re-?start|start|begin|reprendre)"
    r"|[.;)]|\s*\((?!weight|no weight|appui)|$)"
)
# "As far as the coaster on count 16": that count is danced.
_REACHES: Final = re.compile(r"\b(?:as far as|up to|upto|until|through|get to|reach)\b[^.;:,]*$")
# "Notes: 1 restart, 1 tag" only says that there are some.
_SUMMARY: Final = re.compile(
    rf"^\W*(?:notes?\b\W*)?(?:(?:{CARDINAL})\s+(?:easy\s+|short\s+)?(?:re-?starts?|tags?|bridges?|endings?|ponts?|reprises?)"
    r"[\s,&+/.!*]*(?:(?:and|et)\s+)?){1,4}$"
)
_ADDED: Final = re.compile(
    r"\s+(?:an?\s+)?(?![^.;:,]*\b(?:counts?|cts|temps|comptes?|beats?|tag|bridge|pont|walls?|murs?)\b)"
    r"([^.;:()]*?\w)\s*(?=$|[.;:()*]|,?\s+(?:at|on|to|after|before|a la|au|and|then)\b)"
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
        rf"\(\s*[^)]*?((?:1[0-2]|[1-9])(?:[:.h]\s?[0-5]\d|\s*o.?\s*clock|\s?h)|front|back|home)[^)]*\)|({CARDINAL})|([-–]|through|thru)",
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


def _named_facing(said: str) -> int | None:
    word = said.split(maxsplit=1)[0] if said.split() else ""
    return _SIDES[word] if word in _SIDES else _clock(said)


def _clock(said: str) -> int | None:
    plain = re.sub(r"\s*h\.?$", "", re.sub(r"(?<=\d)[h.]\s?(?=\d)", ":", said.strip()))
    try:
        return parse_clock(plain)
    except FacingError:
        return None


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


class _Reader(Finishing):
    """Goes through the tokens of one text."""

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

    def _walls_num(self, _: int, token: Token) -> None:
        if token["or"]:
            self._now.asks = "or"
            return
        self._put_walls(token, *_wall_list(token["list"]))

    def _walls_ord(self, _: int, token: Token) -> None:
        walls = tuple(number_of(said) for said in re.findall(ORDINAL, token["ords"]))
        self._put_walls(token, walls, (None,) * len(walls))

    def _between_walls(self, _: int, token: Token) -> None:
        """ "Between walls 3 and 4": at the end of wall 3."""
        first, second = (number_of(token[f"bw{n}"] or token[f"bo{n}"]) for n in (1, 2))
        self._put_walls(token, (first,), (None,))
        self._now.at_end = True
        if second != first + 1:
            self._now.asks = "or"

    def _wall_after(self, _: int, token: Token) -> None:
        if self._now.kind is None or self._now.kind in STOPS:
            self._put_walls(token, (number_of(token["wa"]),), (None,))
        else:
            self._numbers.append(token)

    def _last_wall(self, _: int, token: Token) -> None:
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.ENDING)
        if not self._names_walls():
            self._now.asks = "last"

    def _restart(self, _: int, token: Token) -> None:
        soft = bool(_SOFT.search(token.match[0])) or _closes_a_sheet(self._plain, token)
        self._put_kind(token, ClaimKind.RESTART, called="soft" if soft else "restart")
        self._now.hard = self._now.hard or not soft

    def _tag(self, _: int, token: Token) -> None:
        now, rest = self._now, self._tokens[self._tokens.index(token) + 1 :]
        stops = any(each.name in {"restart", "tag_restart"} for each in rest)
        if self._open is not None and now.walls and now.kind is None and stops:
            # "Wall 7: 8 counts, tag (4 counts), restart"
            number, self._open = number_of(self._open["counts"]), None
            self._put_after(token, Fraction(number), str(number))
        self._put_kind(token, ClaimKind.TAG)

    def _numbered(self, index: int, token: Token) -> None:
        number, named = (token["no"] or token["no2"]).upper(), token["named"]
        article = number == "A" and self._text[token.end - 1] in "aà"
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
            self._now.number = number

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
        self._changed_to(token)
        if self._now.kind is ClaimKind.TAG:
            self._now.kind = ClaimKind.TAG_RESTART
            self._now.after, self._now.after_words = Fraction(first - 1), str(first - 1)
            return
        self._put_kind(token, ClaimKind.CHANGE)
        if self._now.kind is ClaimKind.RESTART:
            self._stop_behind(self._now)

    def _changed_to(self, token: Token) -> None:
        behind = _CHANGED_TO.match(self._plain, token.end)
        if behind is not None:
            said = self._text[behind.start(1) : behind.end(1)].strip(" *_")
            self._now.steps, self._now.steps_at = said, behind.start(1)

    def _change_last(self, _: int, token: Token) -> None:
        """ "Restart after 16 (change the touch to a step)": the last count that is danced."""
        if self._now.kind in STOPS and self._now.replaces is None:
            self._now.replaces = LAST_COUNT
            self._changed_to(token)
        else:
            self._now.asks = self._now.asks or "with"

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

    def _left_out(self, _: int, token: Token) -> None:
        """ "Leave out the tag on the last two walls": which tags that leaves is asked."""
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.TAG)
        self._now.asks = "but_not"

    def _insert(self, _: int, token: Token) -> None:
        inside = any(each.name in {"after", "dance", "section"} for each in self._tokens)
        self._put_kind(token, ClaimKind.BRIDGE if inside else ClaimKind.TAG)

    def _add(self, index: int, token: Token) -> None:
        if self._tokens[index + 1 : index + 2] and self._tokens[index + 1].name == "bridge":
            return  # "add a bridge"
        if self._now.kind is ClaimKind.RESTART and self._adds_steps(token):
            self._now.asks = self._now.asks or "with"  # "restart after 20, adding a touch"
            return
        self._put_kind(token, ClaimKind.TAG)
        self._steps_added(token)
        # "Wall 3 has an extra 4 counts": behind its own.
        self._now.at_end = self._now.at_end or token.match[0] in {"extra", "additional"}

    def _adds_steps(self, token: Token) -> bool:
        behind = _ADDED.match(self._plain, token.end)
        return behind is not None and gauge(behind[1]).steps > 0

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
        counts = int(token["own"])
        for first, last in _RANGES.findall(self._plain[token.end :]):
            counts = int(last) if int(first) == counts + 1 else counts
        agrees = self._now.kind in WITH_LENGTH and self._now.length in (None, counts)
        if not agrees or gauge(self._plain[token.end :]).unknown:
            self._numbers.append(token)
            return
        self._now.length, self._now.steps_at = counts, token.start
        self._now.steps = self._text[token.start :]

    def _after(self, _: int, token: Token) -> None:
        bare = token.match[0].rstrip().endswith(token["cut"])
        if bare and number_of(token["cut"]) < _HARDLY_A_COUNT and "count" not in token.match[0]:
            self._now.asks = self._now.asks or "place"  # two counts, or two sections?
        self._cut(token, "cut")

    def _after_nth(self, _: int, token: Token) -> None:
        """ "After the 16th count", "après le 16e compte"."""
        number = number_of(token["nth_cut"])
        self._put_after(token, Fraction(number), str(number))

    def _range(self, _: int, token: Token) -> None:
        self._cut(token, "upto")

    def _dance(self, _: int, token: Token) -> None:
        self._cut(token, "danced")

    def _on_count(self, _: int, token: Token) -> None:
        reaches = _REACHES.search(self._plain, 0, token.start) is not None
        if self._now.kind is ClaimKind.ENDING or reaches:
            self._put_after(token, Fraction(int(token["on"])), token["on"])
        elif self._now.kind is None or self._now.kind in STOPS:
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
        elif self._now.kind is not None and self._now.kind not in STOPS:
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
        if self._now.kind is ClaimKind.TAG and self._now.length is not None:
            return  # "a 16 count tag (the first two sections)": its steps
        letter = token["secl"] or ""
        if letter and not (token["secn"] or self._names_walls()):
            return  # "tag after B": a part of a phrased dance
        if letter:  # what the sheet calls so has to be seen
            self._now.section = ord(letter) - ord("a") + 1
            return
        section = number_of(token["sec"] or token["secs"] or token["sect"] or token["seco"])
        self._put_after(token, Fraction(section * EIGHT), str(section * EIGHT))
        self._now.section = section

    def _names_walls(self) -> bool:
        return any(each.name in {"walls_num", "walls_ord"} for each in self._tokens)

    def _part(self, _: int, token: Token) -> None:
        """ "After part 3": what the sheet calls so has to be seen."""
        self._now.section = number_of(token["part"])

    def _long(self, _: int, token: Token) -> None:
        if self._now.length is not None or (
            self._now.walls and self._now.kind is not None and self._kind_has_walls(token)
        ):
            self._begin(token)
        self._now.length = number_of(token["long"])

    def _of(self, _: int, token: Token) -> None:
        self._now.length = number_of(token["of"])

    def _clock(self, _: int, token: Token) -> None:
        self._face(_clock(token["clock"]))

    def _side(self, _: int, token: Token) -> None:
        self._face(_SIDES[(token["side"] or token["front"]).split()[0]])

    def _front(self, _: int, token: Token) -> None:
        self._face(_SIDES[token["front"].split()[0]])

    def _hour(self, _: int, token: Token) -> None:
        self._face(_clock(token["hour"]))

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

    def _sentence(self, index: int, token: Token) -> None:
        """A new sentence begins; it may go on with what the one before leaves open."""
        rest = self._tokens[index + 1 :]
        alone = [each.name for each in rest[:2]] in (["restart"], ["restart", "sentence"])
        if alone and self._now.walls and self._now.kind is None and self._now.after is not None:
            return  # "Wall 7 only goes to count 20. Restart."
        named = next((t for t in rest if t.name in {*KIND_NAMES, "sentence"}), None)
        if self._now.walls and (named is None or named.name != "sentence"):
            first = next(
                (t for t in rest if t.name in {*KIND_NAMES, "walls_num", "walls_ord"}), None
            )
            if first is not None:
                self._begin(first)
                if named is not None:
                    self._now.kind, self._now.inherited = None, False

    def _ends_here(self, _: int, __: Token) -> None:
        self._now.at_end = True

    def _is_here(self, _: int, __: Token) -> None:
        now = self._now
        now.here = True
        if now.replaces is not None and now.after == now.replaces[1]:
            now.after, now.after_words = None, None  # the count replaced is that of its section

    def _but_last(self, _: int, token: Token) -> None:
        """ "Leave out the last 8 counts": a restart whose place is not said from the start."""
        if self._now.kind is None:
            self._put_kind(token, ClaimKind.RESTART)
        self._now.asks = "but_last"
        if token.name == "but_last" and token["but"]:
            self._now.leaves_out = LeftOut(counts=number_of(token["but"]))

    def _asks(self, _: int, token: Token) -> None:
        said_from = self._plain.rfind(";", 0, token.start) + 1
        colon = self._plain.rfind(":", said_from, token.start)
        behind = (
            colon >= self._now.walls_end > 0 or gauge(self._plain[colon + 1 : token.start]).steps
        )
        if token.name == "twice" and colon >= 0 and behind:
            return  # "tag after wall 4: stomp right twice", "tag: hip bumps R twice"
        if self._now.kind is not None or token.name != "twice":
            self._now.asks = token.name

    def _continue(self, _: int, __: Token) -> None:
        """ "After count 20 a 4 count hold, then continue" stays within its wall."""
        if self._now.kind is ClaimKind.TAG and self._now.after is not None:
            self._now.kind = ClaimKind.BRIDGE

    def _instead(self, _: int, __: Token) -> None:
        """ "Touch L instead of stepping", "change weight": other steps before the restart."""
        if self._now.replaces is None and self._now.kind in STOPS:
            self._now.asks = self._now.asks or "with"

    def _span(self, _: int, token: Token) -> None:
        """ "Step change on wall 3: counts 13-16"."""
        if self._now.kind is ClaimKind.CHANGE and self._now.replaces is None:
            self._now.replaces = (int(token["sa"]), int(token["sb"]))
        else:
            self._numbers.append(token)

    def _any_number(self, _: int, token: Token) -> None:
        self._numbers.append(token)


_HANDLERS: Final[dict[str, Callable[[_Reader, int, Token], None]]] = {
    "walls_num": _Reader._walls_num,
    "walls_ord": _Reader._walls_ord,
    "between_walls": _Reader._between_walls,
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
    "change_last": _Reader._change_last,
    "hold": _Reader._hold,
    "add": _Reader._add,
    "after": _Reader._after,
    "after_nth": _Reader._after_nth,
    "range": _Reader._range,
    "dance": _Reader._dance,
    "on_count": _Reader._on_count,
    "section": _Reader._section,
    "part": _Reader._part,
    "of_section": _Reader._of_section,
    "at_count": _Reader._at_count,
    "in_brackets": _Reader._in_brackets,
    "cut_section": _Reader._cut_section,
    "left_out": _Reader._left_out,
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
    "instead": _Reader._instead,
    "continue": _Reader._continue,
    "twice": _Reader._asks,
    "but_last": _Reader._but_last,
    "span": _Reader._span,
    "number": _Reader._any_number,
}
