"""Registers the app with Django."""

from django.apps import AppConfig


class TeachingConfig(AppConfig):
    """Classes, evenings, logs."""

    name = "maplestep.apps.teaching"
    default_auto_field = "django.db.models.BigAutoField"
