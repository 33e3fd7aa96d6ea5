"""Addresses: the API, a health check, and the one page of the front end."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Final

from django.conf import settings
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import URLPattern, URLResolver, path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from .api import api


@never_cache
@ensure_csrf_cookie
def index(request: HttpRequest) -> HttpResponse:
    """The page that loads the front end; its scripts carry the request's nonce."""
    return render(request, "index.html")


INSTALLED: Final = {
    "sw.js": "text/javascript",
    "manifest.webmanifest": "application/manifest+json",
    "icon-192.png": "image/png",
    "icon-512.png": "image/png",
}
"""What makes the app one that can be installed; the service worker is for all pages below it."""


@never_cache
def installed(_: HttpRequest, name: str) -> HttpResponse:
    """The service worker, the manifest and the icons."""
    file = settings.WEB / "installed" / name
    if not file.exists():
        return HttpResponse(status=404)
    return HttpResponse(file.read_bytes(), content_type=INSTALLED[name])


def health(_: HttpRequest) -> JsonResponse:
    """Is the server up and can it reach its database?"""
    connection.ensure_connection()
    return JsonResponse({"status": "ok"})


def ready(_: HttpRequest) -> JsonResponse:
    """Can the server do its work: is the database there and up to date, can sound be written?"""
    troubles = []
    try:
        executor = MigrationExecutor(connection)
        if executor.migration_plan(executor.loader.graph.leaf_nodes()):
            troubles.append("migrations are missing")
    except DatabaseError:
        troubles.append("the database cannot be reached")
    media = Path(settings.MEDIA)
    if media.exists() and not os.access(media, os.W_OK):
        troubles.append("the media folder cannot be written")
    return JsonResponse(
        {"ready": not troubles, "troubles": troubles}, status=503 if troubles else 200
    )


def no_such_call(_: HttpRequest) -> JsonResponse:
    """An address below /api that does not exist."""
    return JsonResponse({"message": "There is no such address."}, status=404)


def _metrics() -> list[URLPattern]:
    if not settings.METRICS_NETWORKS:
        return []
    from .metrics import metrics  # noqa: PLC0415 - it begins to count when it is imported

    return [path("metrics", metrics)]


def _staff() -> list[URLPattern | URLResolver]:
    if not settings.STAFF:
        return []
    from ..apps.operations.staff import staff  # noqa: PLC0415 - the admin is installed with it only

    return [path("staff/", staff.urls)]


urlpatterns = [
    *_metrics(),
    *_staff(),
    path("health", health),
    path("ready", ready),
    *(path(name, installed, {"name": name}) for name in INSTALLED),
    path("api/", api.urls),
    re_path(r"^api/", no_such_call),
    re_path(r"^(?!static/).*$", index),
]
