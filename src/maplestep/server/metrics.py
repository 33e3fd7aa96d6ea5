"""What Prometheus reads: Django's requests and database, and how the jobs stand.

Off unless ``MAPLESTEP_METRICS`` names the networks that may ask. With several processes behind one
address ``PROMETHEUS_MULTIPROC_DIR`` has to be set, or each tells only of itself.
"""

from __future__ import annotations

import os
from collections.abc import Iterator
from ipaddress import ip_address

from django.conf import settings
from django.db.models import Count
from django.http import Http404, HttpRequest, HttpResponse
from procrastinate.contrib.django.models import ProcrastinateJob
from prometheus_client import CONTENT_TYPE_LATEST, REGISTRY, CollectorRegistry, generate_latest
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.multiprocess import MultiProcessCollector
from prometheus_client.registry import Collector

from ..apps.accounts.address import address_of


class Jobs(Collector):
    """How many jobs stand where, by what they do; read from the database when it is asked for."""

    def collect(self) -> Iterator[GaugeMetricFamily]:
        """One number for each task and status."""
        jobs = GaugeMetricFamily(
            "maplestep_jobs", "Jobs that wait, run or failed.", labels=["task", "status"]
        )
        found = ProcrastinateJob.objects.values_list("task_name", "status").annotate(n=Count("pk"))
        for task, status, number in found:
            jobs.add_metric([task, status], number)
        yield jobs


def metrics(request: HttpRequest) -> HttpResponse:
    """Everything that is counted, for those who may ask; for others there is no such page."""
    asks = ip_address(address_of(request))
    if not any(asks in network for network in settings.METRICS_NETWORKS):
        raise Http404
    registry = CollectorRegistry()
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    counted = generate_latest(registry if "PROMETHEUS_MULTIPROC_DIR" in os.environ else REGISTRY)
    standing = CollectorRegistry()
    standing.register(Jobs())
    return HttpResponse(counted + generate_latest(standing), content_type=CONTENT_TYPE_LATEST)
