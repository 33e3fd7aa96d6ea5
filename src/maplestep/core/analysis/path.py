"""Where the feet go on the floor: the path of a wall, its drift, and the room it needs.

Conventions: metres; x to the right and y to the front of a dancer who starts at the
origin facing 12:00. Lengths of steps are common practice, no published source: a step
forward, back or to the side of 40 cm, hips 20 cm apart, a big step of 70 cm. A turn
changes where the next step goes; a foot that stays, stays. Real dancers differ; drift
tells which way a class wanders, not by how many centimetres.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import cos, hypot, pi, sin
from typing import Final, NamedTuple

from ..primitives.feet import Foot
from ..primitives.moves import Move
from ..primitives.turns import FULL

HIPS: Final = 0.20
STEP: Final = 0.40
BIG: Final = 0.70
_DIAGONAL: Final = 0.28
# (along, across): metres ahead of the other foot, and outward on the moving foot's side.
# Hip width outward is beside it; less is past it. A foot that crosses comes down a little
# ahead or behind, which the next step makes good again, so it is left out.
_PLACED: Final = {
    "fwd": (STEP, HIPS),
    "back": (-STEP, HIPS),
    "side": (0.0, HIPS + STEP),
    "cross": (0.0, HIPS - STEP),
    "behind": (0.0, HIPS - STEP),
    "together": (0.0, HIPS),
    "diag fwd": (_DIAGONAL, HIPS + _DIAGONAL),
    "diag back": (-_DIAGONAL, HIPS + _DIAGONAL),
    "out": (0.0, 2 * HIPS),
    "in": (0.0, HIPS),
}
_STAYS: Final = frozenset({"recover", "drop", "pivot", "sway", "bump", "turn", "spin", "unwind"})


class Point(NamedTuple):
    """A place on the floor in metres."""

    x: float
    y: float


class Stop(NamedTuple):
    """Where the dancer's weight is after a move: place, facing in eighths, count."""

    at: float
    place: Point
    facing: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Path:
    """The way of one wall, from (0, 0) facing 12:00. ``drift`` is where it ends."""

    stops: tuple[Stop, ...]
    drift: Point
    turn: int

    @property
    def extent(self) -> tuple[float, float, float, float]:
        """(left, right, back, front) in metres that the wall takes up."""
        xs = [0.0, *(stop.place.x for stop in self.stops)]
        ys = [0.0, *(stop.place.y for stop in self.stops)]
        return min(xs), max(xs), min(ys), max(ys)


def path_of(moves: Sequence[Move]) -> Path:
    """Walk the moves and note where the weight goes.

    >>> from ..sheet.read import read_sheet
    >>> wall = read_sheet("1-2 R forward, L forward").sheet.wall
    >>> [round(stop.place.y, 2) for stop in path_of(wall.moves).stops]
    [0.4, 0.8]
    """
    walker = _Walker()
    stops = []
    for move in moves:
        walker.take(move)
        stops.append(Stop(float(move.at), walker.centre, walker.facing % FULL))
    return Path(stops=tuple(stops), drift=walker.centre, turn=walker.facing)


def wandering(path: Path, walls: int) -> tuple[Point, ...]:
    """Where each wall starts when it is danced so many times, the last end included.

    A wall that turns carries the next one's drift with it: four quarter walls come back
    to where they began, one-wall dances go on and on.

    >>> quarter = Path(stops=(), drift=Point(0.0, 1.0), turn=2)
    >>> [(round(p.x, 1) + 0, round(p.y, 1) + 0) for p in wandering(quarter, 4)]
    [(0.0, 0.0), (0.0, 1.0), (1.0, 1.0), (1.0, 0.0), (0.0, 0.0)]
    """
    return wander([(path.drift, path.turn)] * walls)


class Floor(NamedTuple):
    """The way of one wall, and where later walls start: so many places and the last end."""

    path: Path
    walls: tuple[Point, ...]


def floor_of(moves: Sequence[Move], walls: int) -> Floor:
    """The way of one wall, and of so many walls in a row."""
    path = path_of(moves)
    return Floor(path, wandering(path, walls))


def wander(walls: Iterable[tuple[Point, int]]) -> tuple[Point, ...]:
    """The same for walls that differ, each with its own drift and turn."""
    here, facing = Point(0.0, 0.0), 0
    found = [here]
    for drift, turn in walls:
        step = turned(drift, facing)
        here = Point(here.x + step.x, here.y + step.y)
        facing += turn
        found.append(here)
    return tuple(found)


def distance(place: Point) -> float:
    """Metres from the origin."""
    return hypot(place.x, place.y)


def turned(place: Point, facing: int) -> Point:
    """A displacement seen from a dancer who faces this way. Right turns are clockwise."""
    angle = -facing * pi / 4
    return Point(
        place.x * cos(angle) - place.y * sin(angle), place.x * sin(angle) + place.y * cos(angle)
    )


class _Walker:
    """Two feet on the floor. The centre is over the foot or feet that carry the weight."""

    def __init__(self) -> None:
        self.facing = 0
        self._feet = {Foot.LEFT: Point(-HIPS / 2, 0.0), Foot.RIGHT: Point(HIPS / 2, 0.0)}
        self._weight: Foot = Foot.BOTH

    @property
    def centre(self) -> Point:
        """Over the weighted foot, half a hip width toward the other side."""
        left, right = self._feet[Foot.LEFT], self._feet[Foot.RIGHT]
        if self._weight is Foot.BOTH:
            return Point((left.x + right.x) / 2, (left.y + right.y) / 2)
        inward = HIPS / 2 if self._weight is Foot.LEFT else -HIPS / 2
        shift = turned(Point(inward, 0.0), self.facing)
        foot = self._feet[self._weight]
        return Point(foot.x + shift.x, foot.y + shift.y)

    def take(self, move: Move) -> None:
        """Turn, then place the foot; a foot without weight is put down beside nobody."""
        before = self.centre
        self.facing += move.turn
        if move.turn:
            self._stand(before)
        foot = move.foot
        if foot is None or foot is Foot.BOTH or move.weight is None:
            return
        if move.verb not in _STAYS and move.direction in _PLACED:
            self._place(foot, move)
        self._weight = move.weight

    def _stand(self, centre: Point) -> None:
        """A turn is made over the weighted foot: the body stays where it is."""
        if self._weight is Foot.BOTH:
            return
        outward = -HIPS / 2 if self._weight is Foot.LEFT else HIPS / 2
        shift = turned(Point(outward, 0.0), self.facing)
        self._feet[self._weight] = Point(centre.x + shift.x, centre.y + shift.y)

    def _place(self, foot: Foot, move: Move) -> None:
        along, across = _PLACED[move.direction]
        if move.verb == "big step":
            along, across = along * BIG / STEP, HIPS + (across - HIPS) * BIG / STEP
        side = 1 if foot is Foot.RIGHT else -1
        step = turned(Point(side * across, along), self.facing)
        support = self._feet[foot.other]
        self._feet[foot] = Point(support.x + step.x, support.y + step.y)
