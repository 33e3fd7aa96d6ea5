"""Addresses: the API, a health check, and the one page of the front end."""

from __future__ import annotations

from django.db import connection
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from .api import api


@never_cache
@ensure_csrf_cookie
def index(request: HttpRequest) -> HttpResponse:
    """The page that loads the front end; its scripts carry the request's nonce."""
    return render(request, "index.html")


def health(_: HttpRequest) -> JsonResponse:
    """Is the server up and can it reach its database?"""
    connection.ensure_connection()
    return JsonResponse({"status": "ok"})


def no_such_call(_: HttpRequest) -> JsonResponse:
    """An address below /api that does not exist."""
    return JsonResponse({"message": "There is no such address."}, status=404)


urlpatterns = [
    path("health", health),
    path("api/", api.urls),
    re_path(r"^api/", no_such_call),
    re_path(r"^(?!static/).*$", index),
]
