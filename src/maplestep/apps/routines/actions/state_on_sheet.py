"""Write what a routine has beyond its sheet into the sheet."""

from __future__ import annotations

import uuid

from django.db import transaction

from ....core.routine.from_sheet import differences
from ....messages.events import sheet_lines
from ...accounts.models import User
from ...dances.actions.save import save_dance
from ...dances.models import Dance
from ..queries import get_routine, reading_of_routine, routine_core


@transaction.atomic
def state_on_sheet(user: User, pk: uuid.UUID) -> Dance:
    """Add a line to the dance's sheet for every event that it does not state yet.

    Raises NotHere, or FileError when the sheet would be longer than a sheet can be.
    """
    routine = get_routine(user, pk)
    found = differences(routine_core(routine), reading_of_routine(routine))
    dance = routine.dance
    lines = sheet_lines(found.extra, dance.sheet)
    if not lines:
        return dance
    text = dance.sheet.rstrip() + "\n\n" + "\n".join(lines) + "\n"
    return save_dance(user, dance.id, dance.version, text)
