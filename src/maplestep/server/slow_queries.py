"""Queries that take long are logged: the statement with its places, never what was put there."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.backends.signals import connection_created

log = logging.getLogger("maplestep.query")


def timed(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: Any) -> Any:
    """Run a statement; log it when it took longer than ``settings.SLOW_MILLISECONDS``."""
    begun = time.perf_counter()
    try:
        return execute(sql, params, many, context)
    finally:
        taken = (time.perf_counter() - begun) * 1000
        if taken > settings.SLOW_MILLISECONDS:
            log.warning("slow query: %s", sql, extra={"milliseconds": round(taken, 1)})


def _watch(connection: BaseDatabaseWrapper, **_: Any) -> None:
    if timed not in connection.execute_wrappers:
        connection.execute_wrappers.append(timed)


def watch_queries() -> None:
    """Watch every connection that is opened from now on."""
    connection_created.connect(_watch, dispatch_uid="slow_queries")
