"""Write what a routine has beyond its sheet into the sheet."""

from __future__ import annotations

import uuid

from django.db import transaction

from ....core.routine.from_sheet import differences, statement_of
from ....core.sheet.render import language_of
from ....messages.events import statement_words
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
    # In the language the sheet is written in, so that it reads as one.
    code = language_of(dance.sheet).code
    lines = [statement_words(event, code) for event in found.extra if statement_of(event)]
    if not lines:
        return dance
    text = dance.sheet.rstrip() + "\n\n" + "\n".join(lines) + "\n"
    return save_dance(user, dance.id, dance.version, text)
