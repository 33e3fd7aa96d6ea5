"""The dance evening: a set list in a balanced order, what to announce, who shares a floor."""

from __future__ import annotations

import uuid
from collections.abc import Iterator, Sequence
from typing import Annotated, Final

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from ...core.layout.timeline import Timeline
from ...core.teaching.set_list import MOST, Number, balanced, total_strain
from ...formats.teaching.set_list import SetEntry, write_m3u, write_set_list
from ...messages.language import LanguageCode, speaking
from ...messages.teaching import announcement_words
from ..accounts.models import User
from ..errors import NotHere
from ..http import ErrorForm, attachment, user_of
from ..routines.models import Ranking, Routine
from ..routines.queries import laid_out, whole_routines

router = Router(tags=["evening"])
PAUSE_SECONDS: Final = 60
"""Between two dances: finding one's place, and what is announced."""
MOST_SPLITS: Final = 4


class SetIn(Schema):
    """The routines of an evening; ``balance`` puts them into the best order."""

    routines: Annotated[list[uuid.UUID], Field(max_length=MOST)]
    balance: bool = True


class SetQuery(Schema):
    """The routines of an evening in their order, for a file."""

    routines: Annotated[list[uuid.UUID], Query(max_length=MOST)]
    language: LanguageCode = "en"


class SplitOut(Schema):
    """A dance of the shelf that fits the same song, from a ranking that was made of it."""

    title: str
    hits: int
    phrases: int


class SetEntryOut(Schema):
    """A dance of the evening. ``strain`` is how little it suits the one before it, 0 is best."""

    routine: uuid.UUID
    title: str
    song: str
    song_id: uuid.UUID
    bpm: float
    seconds: float
    level: str
    at_seconds: int
    announcement: str
    strain: int
    splits: list[SplitOut]


class SetOut(Schema):
    """An evening in order, with its length in seconds, pauses included."""

    entries: list[SetEntryOut]
    seconds: int
    strain: int


@router.post("/set-list", response={200: SetOut, 404: ErrorForm, 422: ErrorForm})
def set_list(request: HttpRequest, wish: SetIn) -> SetOut:
    """Put an evening together."""
    user = user_of(request)
    found = _found(user, wish.routines)
    order = list(found)
    if wish.balance:
        order = [uuid.UUID(number.key) for number in balanced(_numbers(found, order))]
    entries = list(_entries(found, order))
    numbers = _numbers(found, order)
    splits = _splits(user)
    out = [
        SetEntryOut(
            routine=pk, title=entry.title, song=entry.song, song_id=found[pk][0].song_id,
            bpm=entry.bpm, seconds=entry.seconds, level=entry.level,
            at_seconds=entry.at_seconds, announcement=entry.announcement,
            strain=total_strain(numbers[max(0, n - 1) : n + 1]),
            splits=[s for s in splits.get(found[pk][0].song_id, []) if s.title != entry.title],
        )
        for n, (pk, entry) in enumerate(zip(order, entries, strict=True))
    ]  # fmt: skip
    total = sum(round(entry.seconds) for entry in entries)
    return SetOut(
        entries=out,
        seconds=total + PAUSE_SECONDS * max(0, len(entries) - 1),
        strain=total_strain(numbers),
    )


@router.get("/set-list.m3u", include_in_schema=False)
def playlist(request: HttpRequest, of: Query[SetQuery]) -> HttpResponse:
    """The songs of an evening as a playlist."""
    found = _found(user_of(request), of.routines)
    return attachment(
        write_m3u(list(_entries(found, list(found)))), "audio/x-mpegurl", "evening.m3u"
    )


@router.get("/set-list.pdf", include_in_schema=False)
def printed(request: HttpRequest, of: Query[SetQuery]) -> HttpResponse:
    """An evening on paper."""
    found = _found(user_of(request), of.routines)
    with speaking(of.language):
        entries = list(_entries(found, list(found)))
    return attachment(write_set_list("", entries, of.language), "application/pdf", "evening.pdf")


def _found(user: User, routines: Sequence[uuid.UUID]) -> dict[uuid.UUID, tuple[Routine, Timeline]]:
    """The user's routines in the order given. Raises NotHere."""
    reached = Routine.objects.filter(Routine.reached_by(user), pk__in=routines)
    kept = {r.pk: r for r in whole_routines(reached)}
    if set(routines) != set(kept):
        raise NotHere
    return {pk: (kept[pk], laid_out(kept[pk])) for pk in dict.fromkeys(routines)}


def _numbers(
    found: dict[uuid.UUID, tuple[Routine, Timeline]], order: Sequence[uuid.UUID]
) -> list[Number]:
    return [
        Number(
            key=str(pk),
            song=str(found[pk][0].song_id),
            bpm=float(found[pk][1].routine.song.bpm),
            seconds=_seconds(found[pk][1]),
            level=found[pk][1].routine.sheet.claims.plain_level,
        )
        for pk in order
    ]


def _seconds(timeline: Timeline) -> float:
    song = timeline.routine.song
    return song.seconds(song.length)


def _entries(
    found: dict[uuid.UUID, tuple[Routine, Timeline]], order: Sequence[uuid.UUID]
) -> Iterator[SetEntry]:
    at = 0
    for pk in order:
        routine, timeline = found[pk]
        seconds = _seconds(timeline)
        yield SetEntry(
            title=str(routine), song=routine.song.title, bpm=float(timeline.routine.song.bpm),
            seconds=seconds, level=timeline.routine.sheet.claims.plain_level, at_seconds=at,
            announcement=announcement_words(timeline),
        )  # fmt: skip
        at += round(seconds) + PAUSE_SECONDS


def _splits(user: User) -> dict[uuid.UUID, list[SplitOut]]:
    """By song, the dances that fit it well, where that was worked out."""
    found: dict[uuid.UUID, list[SplitOut]] = {}
    ready = Ranking.objects.filter(owner=user, state=Ranking.State.READY, song__isnull=False)
    for ranking in ready:
        assert ranking.song_id is not None
        found[ranking.song_id] = [
            SplitOut(title=each["title"], hits=each["fit"]["hits"], phrases=each["fit"]["phrases"])
            for each in ranking.found[:MOST_SPLITS]
            if each["fit"]["good"]
        ]
    return found
