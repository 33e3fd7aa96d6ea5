"""The demo's village hall: two classes, six weeks of logs in which something stuck, a plan for the
next evening, one shared page."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, time, timedelta
from fractions import Fraction
from typing import Final

from ...core.primitives.counts import label
from ...core.teaching.lesson import parts_danced
from ...core.teaching.review import Logged
from ...formats.teaching.forms import EntryForm, WishForm
from ..accounts.models import User
from ..routines.models import Routine
from ..routines.queries import laid_out
from .actions.classes import ClassFacts, create_class, save_repertoire
from .actions.evenings import add_entries, open_evening, save_wish
from .actions.shares import open_share
from .models import Class
from .queries import term_of, today_of

WEEKS: Final = 6
ZONE: Final = "Europe/London"
# Week by week: dance, sections taught (from, to), counts at which it stuck, did it go well?
Lesson = tuple[str, tuple[int, int] | None, tuple[int, ...], bool]
BEGINNERS: Final[tuple[tuple[Lesson, ...], ...]] = (
    (("Kite Weather", (0, 2), (), False),),
    (("Kite Weather", (2, 4), (27,), False),),
    (("Kite Weather", None, (27,), False), ("Quiet Ferry", (0, 3), (), False)),
    (("Kite Weather", None, (), True), ("Quiet Ferry", (3, 6), (), False)),
    (("Quiet Ferry", (6, 8), (37,), False),),
    (("Quiet Ferry", None, (37, 13), False), ("Kite Weather", None, (), False)),
)
IMPROVERS: Final[tuple[tuple[Lesson, ...], ...]] = (
    (("Clover Gravel", (0, 3), (), False),),
    (("Clover Gravel", (3, 6), (20,), False),),
    (("Clover Gravel", (6, 8), (20, 44), False), ("Thimble Market", (0, 1), (), False)),
    (("Clover Gravel", None, (44,), False), ("Thimble Market", (1, 2), (), False)),
    (("Clover Gravel", None, (), True), ("Thimble Market", (2, 4), (11,), False)),
    (("Thimble Market", None, (), False),),
)
PEOPLE: Final = ((11, 12, 9, 13, 12, 14), (8, 9, 9, 7, 10, 9))


def load_classes(user: User) -> None:
    """The classes of the demo, as of today."""
    routines = {str(routine): routine for routine in Routine.objects.filter(owner=user)}
    beginners = _facts("Tuesday beginners", weekday=1, level="beginner", minutes=60)
    improvers = _facts("Thursday improvers", weekday=3, level="improver", minutes=75)
    for facts, weeks, people in zip(
        (beginners, improvers), (BEGINNERS, IMPROVERS), PEOPLE, strict=True
    ):
        taught_in = create_class(user, facts)
        _log(user, taught_in, weeks, people, routines)
    tuesday = Class.objects.get(owner=user, name="Tuesday beginners")
    _tonight(user, tuesday, routines)
    open_share(user, routine=None, taught_in=tuesday.pk, days=365, recording=False)


def _facts(name: str, *, weekday: int, level: str, minutes: int) -> ClassFacts:
    today = date.today()
    return ClassFacts(
        name=name, weekday=weekday, starts_at=time(19, 30), minutes=minutes, level=level,
        language="en", zone=ZONE, rows=3, columns=5,
        term_from=today - timedelta(weeks=WEEKS), term_to=today + timedelta(weeks=6),
        no_class=[],
    )  # fmt: skip


def _log(
    user: User,
    taught_in: Class,
    weeks: tuple[tuple[Lesson, ...], ...],
    people: tuple[int, ...],
    routines: Mapping[str, Routine],
) -> None:
    danced = list(dict.fromkeys(name for week in weeks for name, *_ in week if name in routines))
    save_repertoire(user, taught_in.pk, [routines[name].pk for name in danced])
    today = today_of(taught_in)
    past = [day for day in term_of(taught_in).days() if day < today][-WEEKS:]
    for day, week, heads in zip(past, weeks, people, strict=False):
        evening = open_evening(user, taught_in.pk, day)
        entries = [EntryForm(id="people", kind=Logged.PEOPLE, number=heads)]
        for name, taught, stuck, well in week:
            if name in routines:
                entries += _entries(routines[name], taught, stuck, well=well)
        add_entries(user, evening.pk, entries)


def _entries(
    routine: Routine, taught: tuple[int, int] | None, stuck: tuple[int, ...], *, well: bool
) -> list[EntryForm]:
    timeline = laid_out(routine)
    feel = timeline.routine.sheet.feel
    sections = [(part, section) for part in parts_danced(timeline) for section in part.sections]
    base = {"routine": str(routine.pk), "title": str(routine)}
    found = [EntryForm(id=f"{routine.pk} danced"[-40:], kind=Logged.DANCED, **base)]
    first, last = taught or (0, 0)
    for n, (part, section) in enumerate(sections[first:last], start=first):
        place = {"part": part.name, "section": section.title}
        found.append(EntryForm(id=f"{routine} {n}"[-40:], kind=Logged.TAUGHT, **base, **place))
    for at in stuck:
        part, section = next(
            (each for each in sections if each[1].start <= at < each[1].end), sections[-1]
        )
        found.append(
            EntryForm(
                id=f"{routine} stuck {at}"[-40:], kind=Logged.STUCK, **base, part=part.name,
                section=section.title, at=str(at),
                label=label(Fraction(at) - section.start, feel),
            )
        )  # fmt: skip
    if well:
        found.append(EntryForm(id=f"{routine} well"[-40:], kind=Logged.WELL, **base))
    return found


def _tonight(user: User, taught_in: Class, routines: Mapping[str, Routine]) -> None:
    day = term_of(taught_in).next_from(today_of(taught_in))
    if day is None:
        return
    evening = open_evening(user, taught_in.pk, day)
    names = [str(routines[name].pk) for name in ("Quiet Ferry", "Kite Weather") if name in routines]
    wish = WishForm(minutes=taught_in.minutes, routines=names)
    save_wish(user, evening.pk, evening.version, wish)
