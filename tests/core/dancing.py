"""Short ways to write dances, songs and routines in tests."""

from fractions import Fraction
from typing import Any

from maplestep.core.layout.engine import lay_out
from maplestep.core.layout.timeline import Timeline
from maplestep.core.primitives.counts import parse_cut
from maplestep.core.primitives.turns import clock
from maplestep.core.routine.event_steps import routine_with_own_steps
from maplestep.core.routine.model import Event, EventKind, Routine
from maplestep.core.sheet.model import Part
from maplestep.core.sheet.read import Reading, read_sheet
from maplestep.core.song.model import Phrase, PhraseKind, Song


def part_of(*lines: str) -> Part:
    """The one part of a sheet without a head."""
    part = read_sheet("\n".join(lines)).sheet.wall
    assert part is not None
    return part


def steps(part: Part) -> list[str]:
    """Each move as "R fwd", weightless in brackets, a turn in eighths behind it."""
    found = []
    for move in part.moves:
        foot = move.foot.value if move.foot else "-"
        verb = "" if move.verb == "step" else f"{move.verb} "
        words = f"{foot} {verb}{move.direction}".strip()
        words = words if move.weight else f"[{words}]"
        found.append(f"{words} {move.turn:+d}" if move.turn else words)
    return found


def codes(reading: Reading) -> list[str]:
    return [finding.code for finding in reading.findings]


def song(text: str, *, bpm: int = 120, unit: int = 8, **more: Any) -> Song:
    """A song from "intro 16, verse 32"."""
    phrases = tuple(
        Phrase(kind=PhraseKind(kind), counts=int(counts))
        for kind, counts in (piece.split() for piece in text.split(","))
    )
    return Song(title="Test", bpm=Fraction(bpm), phrases=phrases, count_unit=unit, **more)


def restart(wall: int, after: str, *, called: str = "", **more: object) -> Event:
    return Event(
        id=called or f"r{wall}",
        kind=EventKind.RESTART,
        walls=(wall,),
        after=parse_cut(after),
        **more,
    )  # type: ignore[arg-type]


def tag(*walls: int, counts: int | None = None, name: str = "", facing: int | None = None) -> Event:
    return Event(
        id=f"t{walls[0]}",
        kind=EventKind.TAG,
        walls=walls,
        counts=counts,
        tag=name,
        claims_facing=facing,
    )


def happens(kind: str, wall: int, after: str | None = None, **more: Any) -> Event:
    """Any kind of event on one wall."""
    return Event(
        id=more.pop("called", f"{kind}-{wall}"),
        kind=EventKind(kind),
        walls=more.pop("walls", (wall,)),
        after=parse_cut(after) if after else None,
        **more,
    )


def timeline(
    sheet: str, put_to: Song, *events: Event, start: int | None = None, **more: Any
) -> Timeline:
    """The dance on the song; ``more`` are the routine's order and pins."""
    reading = read_sheet(sheet)
    begin = None if start is None else Fraction(start)
    routine = Routine(song=put_to, sheet=reading.sheet, events=events, start=begin, **more)
    return lay_out(routine_with_own_steps(routine, reading))


def walk(line: Timeline) -> list[str]:
    """The starting clock of every wall."""
    return [clock(wall.start_facing) for wall in line.walls]


# 32 counts, a quarter to the named side on count 31-32, right foot free at the end.
def quarter_dance(side: str) -> str:
    eights = "1-4 R rocking chair\n5-8 R rocking chair\n"
    last = f"1-4 R rocking chair\n5-6 R rock forward, recover\n7-8 R side ¼ {side}, L together\n"
    return "".join(f"Section {n}\n{eights}" for n in (1, 2, 3)) + "Section 4\n" + last
