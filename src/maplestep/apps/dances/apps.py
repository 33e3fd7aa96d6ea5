"""Registers the app with Django."""

from django.apps import AppConfig


class DancesConfig(AppConfig):
    """Dances and their step sheets."""

    name = "maplestep.apps.dances"
    default_auto_field = "django.db.models.BigAutoField"
