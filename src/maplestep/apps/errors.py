"""What can go wrong with a request, apart from what the core refuses."""

from __future__ import annotations

from ..core.errors import MapleStepError


class NotHere(MapleStepError):
    """This does not exist, or it belongs to somebody else."""


class ChangedElsewhere(MapleStepError):
    """This was changed in another window since you opened it."""

    def __init__(self, version: int) -> None:
        super().__init__()
        self.version = version


class StoreAway(MapleStepError):
    """The store of recordings does not answer. Nothing was lost; try again in a minute."""


class StillInUse(MapleStepError):
    """This is used by a routine and cannot be deleted yet."""
