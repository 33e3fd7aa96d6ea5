"""Fixtures of tests with Django: users, clients that speak JSON, a folder for sounds."""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from django.test import Client

PASSWORD = "a-long-enough-one"
TRANSACTIONS = {"transactional_db", "live_server"}


@pytest.fixture
def make_user(db: None) -> Callable[[str], Any]:
    from maplestep.apps.accounts.models import User

    return lambda name: User.objects.create_user(name, password=PASSWORD)


@pytest.fixture(autouse=True)
def media(
    request: pytest.FixtureRequest, settings: Any, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> Path:
    """Every test keeps its sounds in a folder of its own.

    A test within one transaction never commits: what waits for that is done at once.
    """
    if not TRANSACTIONS.intersection(request.fixturenames):
        monkeypatch.setattr("maplestep.apps.songs.models.on_commit", lambda run: run())
    # Nobody guesses these passwords: a hash that is dear by intent would be most of every set-up.
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    # Tests ask faster than anybody types.
    settings.ASKED_A_MINUTE = 0
    settings.MEDIA = tmp_path / "media"
    return tmp_path / "media"


class Api:
    """A browser's view of the API: JSON in and out, the session's cookie, CSRF enforced."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/")

    def call(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        response = self.client.generic(
            method,
            path,
            json.dumps(body) if body is not None else "",
            content_type="application/json",
            headers={"X-CSRFToken": self.client.cookies["csrftoken"].value},
        )
        text = response.content.decode()
        return response.status_code, json.loads(text) if text else None

    def send(self, path: str, content: bytes, name: str) -> tuple[int, Any]:
        from django.core.files.uploadedfile import SimpleUploadedFile

        response = self.client.post(
            path,
            {"file": SimpleUploadedFile(name, content)},
            headers={"X-CSRFToken": self.client.cookies["csrftoken"].value},
        )
        return response.status_code, json.loads(response.content)

    def sign_in(self, name: str, password: str = PASSWORD) -> int:
        return self.call("POST", "/api/session", {"name": name, "password": password})[0]


@pytest.fixture
def ada(make_user: Callable[[str], Any]) -> Api:
    make_user("ada")
    api = Api()
    assert api.sign_in("ada") == 200
    return api


@pytest.fixture
def ben(make_user: Callable[[str], Any]) -> Api:
    make_user("ben")
    api = Api()
    assert api.sign_in("ben") == 200
    return api


@pytest.fixture
def anyone(db: None) -> Api:
    return Api()
