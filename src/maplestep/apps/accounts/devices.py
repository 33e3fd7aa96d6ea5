"""Where a user is signed in."""

from __future__ import annotations

from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.utils import timezone

from .models import Device, User


def remember(request: HttpRequest, user: User) -> None:
    """Note that the request's session is one of the user's."""
    if request.session.session_key is None:
        request.session.save()
    browser = request.headers.get("User-Agent", "")[:200].replace("\x00", "")
    Device.objects.update_or_create(
        session_key=request.session.session_key, defaults={"user": user, "browser": browser}
    )


def devices_of(user: User) -> list[Device]:
    """The devices whose sessions still hold, the newest first; those of others are forgotten."""
    keys = list(user.devices.values_list("session_key", flat=True))
    held = Session.objects.filter(session_key__in=keys, expire_date__gt=timezone.now())
    user.devices.exclude(session_key__in=held.values("session_key")).delete()
    return list(user.devices.all())


def sign_out_of(user: User, pk: int) -> bool:
    """End the session of one device; False when the user has no such."""
    found = user.devices.filter(pk=pk).first()
    if found is None:
        return False
    Session.objects.filter(session_key=found.session_key).delete()
    found.delete()
    return True


def sign_out_of_others(user: User, kept: str | None) -> None:
    """End all sessions of a user but one."""
    others = user.devices.exclude(session_key=kept)
    Session.objects.filter(session_key__in=others.values("session_key")).delete()
    others.delete()
