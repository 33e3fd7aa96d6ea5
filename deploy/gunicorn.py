"""How gunicorn serves Maple Step: gunicorn -c deploy/gunicorn.py maplestep.server.wsgi"""

import os
import shutil
from pathlib import Path
from typing import Any

from prometheus_client import multiprocess

# What each process counts lies in files of its own; begun anew with the server.
_counts = os.environ.get("PROMETHEUS_MULTIPROC_DIR")
if _counts:
    shutil.rmtree(_counts, ignore_errors=True)
    Path(_counts).mkdir(parents=True)

workers = int(os.environ.get("MAPLESTEP_PROCESSES", os.cpu_count() or 2))
threads = 8
# Beats of the workers go to memory: on a slow disk they would be taken for hung.
_memory = Path("/dev/shm")  # noqa: S108 - a file system of Linux, written to by gunicorn alone
worker_tmp_dir = str(_memory) if _memory.is_dir() else None
# A request has 60 s, an upload over a slow line included; the proxy holds that back anyway.
timeout = 60
graceful_timeout = 20
# Memory that libraries do not give back goes with the process, at a time of its own for each.
# Longer than the proxy keeps its connections (60 s): the other way about it would write into one
# that was just closed.
keepalive = 75
max_requests = 20_000
max_requests_jitter = 5_000
forwarded_allow_ips = "127.0.0.1,::1"


def child_exit(server: Any, worker: Any) -> None:
    """What a process that is gone counted is no longer a process of now."""
    if _counts:
        multiprocess.mark_process_dead(worker.pid)
