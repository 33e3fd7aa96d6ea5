"""What the worker does for a ranking: plan every pair, best first, with progress on the way."""

from __future__ import annotations

import logging
import time
from collections.abc import Iterator
from typing import Final, NamedTuple

from django.db.models import QuerySet

from ...core.errors import MapleStepError
from ...core.planner.fit import Fit, best_fit, is_marked, rank_key
from ...core.sheet.model import Sheet
from ...core.song.model import Song as SongMap
from ...formats.routine.routine_file import song_of
from ...messages.language import speaking
from ...views.fit import fit_view
from ..dances.models import Dance
from ..dances.queries import reading_of
from ..songs.models import Song
from ..songs.queries import stored_song_form
from .models import Ranking

log = logging.getLogger(__name__)
_OFTEN_SECONDS: Final = 0.3


class _Pair(NamedTuple):
    """A dance and a song; ``id`` and ``title`` are of the one that is ranked."""

    id: str
    title: str
    song: SongMap
    sheet: Sheet


def work_out(ranking: Ranking) -> None:
    """Rank from beginning to end; a ranking taken back meanwhile is simply left."""
    try:
        _work_out(ranking)
    except Exception:
        log.exception("ranking %s cannot be made", ranking.pk)
        Ranking.objects.filter(pk=ranking.pk).update(state=Ranking.State.FAILED)


def _work_out(ranking: Ranking) -> None:
    total = (_dances(ranking) if ranking.song_id else _songs(ranking)).count()
    going = Ranking.objects.filter(pk=ranking.pk)
    going.update(state=Ranking.State.WORKING, total=total, done=0)
    fits: list[tuple[_Pair, Fit]] = []
    told = time.monotonic()
    for done, pair in enumerate(_pairs(ranking), start=1):
        fit = best_fit(pair.song, pair.sheet) if pair is not None else None
        if pair is not None and fit is not None:
            fits.append((pair, fit))
        if time.monotonic() - told > _OFTEN_SECONDS:
            told = time.monotonic()
            if not going.update(done=done):
                return
    with speaking(ranking.owner.language):
        going.update(state=Ranking.State.READY, done=total, found=_found(fits))


def _found(fits: list[tuple[_Pair, Fit]]) -> list[dict[str, object]]:
    fits.sort(key=lambda found: (rank_key(found[1]), found[0].title))
    return [
        {"id": pair.id, "title": pair.title, "fit": fit_view(fit).model_dump()}
        for pair, fit in fits
    ]


def _dances(ranking: Ranking) -> QuerySet[Dance]:
    return Dance.objects.filter(owner=ranking.owner_id)


def _songs(ranking: Ranking) -> QuerySet[Song]:
    return Song.objects.filter(owner=ranking.owner_id).prefetch_related("phrases")


def _pairs(ranking: Ranking) -> Iterator[_Pair | None]:
    """The pairs to be tried; None for what cannot be laid out at all."""
    if ranking.song is not None:
        song = song_of(stored_song_form(ranking.song))
        for dance in _dances(ranking):
            yield _pair(ranking, dance, song, dance.sheet)
    elif ranking.dance is not None:
        for stored in _songs(ranking):
            try:
                song = song_of(stored_song_form(stored))
            except MapleStepError:
                yield None
                continue
            yield _pair(ranking, stored, song, ranking.dance.sheet)


def _pair(ranking: Ranking, ranked: Dance | Song, song: SongMap, sheet: str) -> _Pair | None:
    if not is_marked(song):
        return None
    try:
        read = reading_of(ranking.owner, sheet).sheet
    except MapleStepError:
        return None
    return _Pair(str(ranked.pk), str(ranked), song, read)
