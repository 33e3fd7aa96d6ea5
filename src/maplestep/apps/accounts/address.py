"""Whom a request comes from, also behind proxies."""

from __future__ import annotations

from ipaddress import ip_address

from django.conf import settings
from django.http import HttpRequest


def address_of(request: HttpRequest) -> str:
    """The client's address: what the last proxy that is ours saw.

    Anybody can write anything into X-Forwarded-For; each proxy adds at its end whom it was asked
    by. So it is read from the end, as long as those who wrote it are in ``settings.PROXIES``.
    """
    seen = str(request.META.get("REMOTE_ADDR", ""))
    forwarded = request.headers.get("X-Forwarded-For", "").split(",")
    while forwarded and _is_proxy(seen):
        before = forwarded.pop().strip()
        if not _is_address(before):
            break
        seen = before
    return seen


def _is_proxy(seen: str) -> bool:
    return _is_address(seen) and any(ip_address(seen) in network for network in settings.PROXIES)


def _is_address(said: str) -> bool:
    try:
        ip_address(said)
    except ValueError:
        return False
    return True
