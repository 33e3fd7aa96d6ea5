"""What stretches of music are called: only what is known of them.

Stretches that sound alike share a letter. "Intro" lies before the band comes in, "break" where it
leaves off, "outro" behind the last stretch that came before; "chorus" and "verse" only where the
evidence is strong: one comes three times and is the loudest, the other leads into it twice.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

import numpy as np

from ..core.song.listening import Cue
from ..core.song.model import PhraseKind
from .arrays import Floats, sample_at
from .onsets import RATE, Onsets

_QUIET: Final = 0.4
_FULL: Final = 0.6
_LOUDER_DB: Final = 1.0
_SOFTER_DB: Final = 6.0
_LONGEST_INTRO_BEATS: Final = 96
_SHORT_BARS: Final = 8
_OFTEN: Final = 3
_LETTERS: Final = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


@dataclass(frozen=True, slots=True)
class Named:
    """What a stretch is taken for, its letter, and what announces it."""

    kind: PhraseKind
    name: str
    cue: Cue | None


@dataclass(frozen=True, slots=True)
class Played:
    """For each stretch: how much drums there are, 1 as usual, and how loud it is, in dB."""

    drums: Floats
    loud: Floats

    def is_quiet(self, at: int) -> bool:
        """Have most drums, or most of the band, left off?"""
        usual = float(np.median(self.loud))
        return bool(self.drums[at] < _QUIET or self.loud[at] < usual - _SOFTER_DB)


def played(onsets: Onsets, beats: Floats, spans: Sequence[tuple[int, int]]) -> Played:
    """Drums and loudness of stretches of beats."""
    low, high = onsets.ranges[0], onsets.ranges[-1]
    struck = _struck(low, beats) + _struck(high, beats)
    frames = np.clip((beats * RATE).astype(int), 0, len(onsets.loudness) - 1)
    drums, loud = [], []
    for first, end in spans:
        drums.append(float(np.mean(struck[first:end])))
        begin = frames[first]
        stop = max(frames[min(end, len(frames) - 1)], begin + 1)
        power = float(np.mean(onsets.loudness[begin:stop] ** 2))
        loud.append(10 * np.log10(power + 1e-12))
    lengths = np.asarray([end - first for first, end in spans])
    order = np.argsort(drums)
    # What is usual: the drums that three quarters of the song stay below.
    share = np.cumsum(lengths[order]) / lengths.sum()
    usual = np.asarray(drums)[order][int(np.searchsorted(share, 0.75))]
    return Played(np.asarray(drums) / (usual + 1e-9), np.asarray(loud))


def _struck(band: Floats, beats: Floats) -> Floats:
    """How hard each beat is struck, or the half way to the next."""
    spans = np.append(np.diff(beats), np.median(np.diff(beats)))
    between = sample_at(band, (beats + 0.5 * spans) * RATE)
    return np.asarray(np.maximum(sample_at(band, beats * RATE), between))


def intro_stretches(sound: Played, spans: Sequence[tuple[int, int]]) -> int:
    """How many stretches at the beginning lie before the band comes in."""
    count = 0
    while (
        count < len(spans) - 1
        and spans[count][1] - spans[0][0] <= _LONGEST_INTRO_BEATS
        and sound.is_quiet(count)
    ):
        count += 1
    return count


def names(
    sound: Played, spans: Sequence[tuple[int, int]], groups: Sequence[int], metre: int
) -> list[Named]:
    """What each stretch is called."""
    kinds = _kinds(sound, spans, groups, metre)
    letters: dict[int, str] = {}
    out = []
    for at, (kind, group) in enumerate(zip(kinds, groups, strict=True)):
        name = ""
        if kind is PhraseKind.SECTION:
            name = letters.setdefault(group, _LETTERS[len(letters) % len(_LETTERS)])
        out.append(Named(kind, name, _cue(sound, at)))
    return out


def _cue(sound: Played, at: int) -> Cue | None:
    if at == 0:
        return None
    before, now = sound.drums[at - 1], sound.drums[at]
    if before > _FULL and now < _QUIET:
        return Cue.DRUMS_STOP
    if before < _QUIET and now > _FULL:
        return Cue.DRUMS_IN
    return None


def _kinds(
    sound: Played, spans: Sequence[tuple[int, int]], groups: Sequence[int], metre: int
) -> list[PhraseKind]:
    known = _named_by_repetition(sound, groups)
    counts = {group: list(groups).count(group) for group in groups}
    last = len(groups) - 1
    out = []
    for at, group in enumerate(groups):
        short = spans[at][1] - spans[at][0] <= _SHORT_BARS * metre
        once = counts[group] == 1
        kind = known.get(group, PhraseKind.SECTION)
        if at == 0 and last and (sound.is_quiet(0) or (short and once)):
            kind = PhraseKind.INTRO
        elif at == last and last and once and short:
            kind = PhraseKind.OUTRO
        elif 0 < at < last and short and sound.drums[at] < _QUIET:
            kind = PhraseKind.BREAK
        out.append(kind)
    return out


def _named_by_repetition(sound: Played, groups: Sequence[int]) -> dict[int, PhraseKind]:
    """A chorus comes three times and is louder than all else; a verse leads into it twice."""
    chorus = _chorus(_loudness(sound, groups), groups)
    if chorus is None:
        return {}
    leads = [before for before, now in pairwise(groups) if now == chorus != before]
    verses = {group for group in leads if leads.count(group) > 1}
    return {chorus: PhraseKind.CHORUS, **dict.fromkeys(verses, PhraseKind.VERSE)}


def _loudness(sound: Played, groups: Sequence[int]) -> dict[int, float]:
    """The mean of each group, in dB."""
    which = np.asarray(groups)
    return {group: float(sound.loud[which == group].mean()) for group in set(groups)}


def _chorus(loud: dict[int, float], groups: Sequence[int]) -> int | None:
    often = [g for g in loud if list(groups).count(g) >= _OFTEN and g != groups[0]]
    loudest = max(often, key=lambda g: loud[g], default=None)
    others = [level for group, level in loud.items() if group != loudest]
    if loudest is None or not others:
        return None
    return loudest if loud[loudest] >= max(others) + _LOUDER_DB else None
