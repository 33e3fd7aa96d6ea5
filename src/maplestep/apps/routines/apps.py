"""Registers the app with Django."""

from django.apps import AppConfig


class RoutinesConfig(AppConfig):
    """Dances put to songs."""

    name = "maplestep.apps.routines"
    default_auto_field = "django.db.models.BigAutoField"
