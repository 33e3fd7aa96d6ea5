"""The slots of a statement: kind, walls, place, length; a filled one begins the next statement."""

from __future__ import annotations

import re
from fractions import Fraction
from typing import Final

from ..language.numbers import number_of
from ..model import ClaimKind
from .draft import Draft
from .tokens import Token, tokens_of

_MOST_WALLS: Final = 200
WEAK: Final = frozenset({"hold", "add", "repeat"})
"""Words that make a tag only where their wall ends."""
SHORT_WALL: Final = "short"
_TAKE_A_TAG: Final = frozenset(
    {ClaimKind.TAG_RESTART, ClaimKind.BRIDGE, ClaimKind.CHANGE, ClaimKind.TAG}
)
STOPS: Final = frozenset({ClaimKind.RESTART, ClaimKind.TAG_RESTART})
WITH_LENGTH: Final = frozenset({ClaimKind.TAG, ClaimKind.TAG_RESTART, ClaimKind.BRIDGE})
KIND_NAMES: Final = frozenset(
    {"restart", "tag", "tag_restart", "short", "bridge", "change", "ending", "numbered", "add",
     "insert", "hold", "replace", "repeat", "unknown_kind"}
)  # fmt: skip


class Slots:
    """The draft being filled, and those before it."""

    def __init__(self, plain: str, text: str) -> None:
        self._plain, self._text = plain, text
        self._tokens = tokens_of(plain)
        self._drafts: list[Draft] = []
        self._now = Draft()
        self._every = False
        self._denied = False
        self._numbers: list[Token] = []
        self._open: Token | None = None
        """A length or place in counts that no word has claimed yet."""

    def _begin(self, token: Token) -> None:
        """The next statement begins; it takes over the kind."""
        before = self._now
        self._close()
        self._now = Draft(
            kind=before.kind, kind_token=before.kind_token, hard=before.hard,
            inherited=before.kind is not None, start=token.start,
        )  # fmt: skip

    def _close(self) -> None:
        if not self._now.empty:
            self._drafts.append(self._now)
        self._now = Draft()

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
        if self._now.inherited and self._stands_behind(token, ("sentence",)):
            self._now.asks = self._now.asks or ("but_not" if self._said_otherwise(token) else "")
        self._now.walls, self._now.facings, self._now.walls_end = walls, facings, token.end
        self._now.at_end = self._now.at_end or self._stands_behind(token, ("end_of", "after_wall"))

    def _said_otherwise(self, token: Token) -> bool:
        """ "Tag after walls 1 and 3; wall 5 goes on": words unknown here, that may deny it."""
        following = self._tokens[self._tokens.index(token) + 1 :]
        end = following[0].start if following else len(self._plain)
        words = re.split(r"[.;,(]", self._plain[token.end : end])[0]
        return bool(re.search(r"(?!too|also|well|same|aussi)\b[a-z]{3}", words))

    def _stands_behind(self, token: Token, names: tuple[str, ...]) -> bool:
        index = self._tokens.index(token)
        return index > 0 and self._tokens[index - 1].name in names

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
            if now.kind is ClaimKind.TAG and now.kind_token in WEAK:
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
        if kind is ClaimKind.TAG and now.kind_token == SHORT_WALL:
            now.kind = ClaimKind.TAG_RESTART
            return True
        return kind is ClaimKind.CHANGE and now.kind in STOPS

    def _stop_behind(self, now: Draft) -> None:
        """A change of counts 15-16 before a restart: the wall stops behind them."""
        if now.replaces is None or now.here:
            return
        # "After 14 counts replace 15-16 with ..." comes to the same.
        if now.after is None or now.after == now.replaces[0] - 1:
            now.after, now.after_words = Fraction(now.replaces[1]), str(now.replaces[1])

    def _walls_before_next_kind(self, token: Token) -> bool:
        """Does this kind have walls of its own, before another kind or the sentence ends?"""
        for following in self._tokens[self._tokens.index(token) + 1 :]:
            if following.name in {"walls_num", "walls_ord", "wall_after", "every", "last_wall"}:
                return True
            if following.name in KIND_NAMES or following.name == "sentence":
                return False
        return False

    def _put_after(self, token: Token, at: Fraction, words: str) -> None:
        if self._now.after is not None:
            if self._now.after == at:
                return
            self._begin(token)
        self._now.after, self._now.after_words, self._now.after_end = at, words, token.end

    def _cut(self, token: Token, group: str) -> None:
        number = number_of(token[group])
        sub = token[f"{group}_and"]
        half = Fraction(1, 2) if sub in {"½", ".5"} else Fraction(0)
        self._put_after(token, number + half, f"{number}{'&' if sub and not half else ''}")

    def _kind_has_walls(self, token: Token) -> bool:
        kinds = self._tokens[self._tokens.index(token) + 1 :]
        kind = next((t for t in kinds if t.name in KIND_NAMES), None)
        return kind is not None and self._walls_before_next_kind(kind)

    def _claim_open(self, kind: ClaimKind) -> None:
        if self._open is None:
            return
        token, self._open = self._open, None
        self._counts(self._tokens.index(token), token)

    def _counts(self, index: int, token: Token) -> None:
        """ "16 counts": the length of a tag, the place of a restart, by what is being said."""
        number = number_of(token["counts"] or token["held"])
        if token["more"]:
            self._put_kind(token, ClaimKind.TAG)  # "wall 5 has 2 extra counts": behind its own
            self._now.at_end = True
        now = self._now
        added = index > 0 and self._tokens[index - 1].name in {"add", "hold"}
        if now.length is None and (added or now.kind in WITH_LENGTH):
            now.length = number
        elif now.kind in {*STOPS, ClaimKind.ENDING} and now.after is None:
            now.after, now.after_words = Fraction(number), str(number)
        elif now.kind is None and self._open is None:
            self._open = token
        elif now.kind in WITH_LENGTH and now.walls and self._walls_before_next_kind(token):
            self._begin(token)  # "4 counts at the end of wall 2, 2 counts at the end of wall 7"
            self._now.length = number
        elif number not in (now.length, now.after):
            self._numbers.append(token)

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
