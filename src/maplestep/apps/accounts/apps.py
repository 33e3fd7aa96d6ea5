"""Registers the app with Django."""

from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """Who uses Maple Step."""

    name = "maplestep.apps.accounts"
    default_auto_field = "django.db.models.BigAutoField"
