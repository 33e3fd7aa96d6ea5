"""Registers the app with Django."""

from django.apps import AppConfig


class SongsConfig(AppConfig):
    """Song maps and their phrases."""

    name = "maplestep.apps.songs"
    default_auto_field = "django.db.models.BigAutoField"
