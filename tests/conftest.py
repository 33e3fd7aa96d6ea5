"""What all tests share. Fixtures that need Django are in django_fixtures.py."""

import json
import os

import pytest
from example import ROUTINE
from hypothesis import settings

# "ci" looks a little longer; both are the same on every run, so that a red one can be repeated.
settings.register_profile("dev", derandomize=True, deadline=None)
settings.register_profile("ci", derandomize=True, deadline=None, print_blob=True)
settings.load_profile("ci" if os.environ.get("CI") else "dev")


@pytest.fixture
def routine_file() -> bytes:
    return json.dumps(ROUTINE).encode()
