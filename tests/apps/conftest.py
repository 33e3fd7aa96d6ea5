"""Fixtures of the API's tests."""

from django_fixtures import ada, anyone, ben, make_user, media  # noqa: F401
