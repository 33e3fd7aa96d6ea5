"""Define a figure of one's own, or take it back."""

from __future__ import annotations

import re
from typing import Final

from django.db import transaction

from ....core.errors import Message, RoutineError
from ....core.sheet.build.user_figures import own_figure
from ....core.sheet.language.lexicon import fold, standard
from ...accounts.models import User
from ..models import OwnFigure
from ..queries import split_steps

_NAME: Final = re.compile(r"[^\W\d_][^\W_]*(?:[ '-][^\W_]+)*")
_MOST: Final = 200


@transaction.atomic
def define_figure(user: User, name: str, steps: str) -> OwnFigure:
    """Define a figure for this user, or define it anew. Raises RoutineError."""
    plain = " ".join(fold(name).split())
    written = " ".join(steps.split())
    if not _NAME.fullmatch(plain) or len(plain) > 60:
        raise RoutineError(
            "A figure's name is one or more words of letters, such as “hen step”.", field="name"
        )
    if len(written) > 500 or own_figure(plain, *split_steps(written), standard()) is None:
        raise RoutineError(
            "These steps cannot be read. Write counts and steps as on a sheet, for example "
            "1&2 R side, L together, R cross.",
            field="steps",
        )
    # One at a time: two windows that define the same figure make one.
    User.objects.select_for_update().get(pk=user.pk)
    found = OwnFigure.objects.filter(owner=user, name=plain).first()
    if found is None and OwnFigure.objects.filter(owner=user).count() >= _MOST:
        raise RoutineError(
            Message("One may define {most} figures. Take one back first.", most=_MOST), field="name"
        )
    figure = found or OwnFigure(owner=user, name=plain)
    figure.steps = written
    figure.save()
    return figure


def forget_figure(user: User, name: str) -> None:
    """Take a figure back; sheets that use it will say they do not know it."""
    if "\x00" not in name:  # no name the database could hold has one
        OwnFigure.objects.filter(owner=user, name=name).delete()
