"""Registers the app with Django."""

from django.apps import AppConfig


class OperationsConfig(AppConfig):
    """What whoever runs a server needs."""

    name = "maplestep.apps.operations"
