"""Who may try how often, from where, and under what name."""

import os
import secrets
import subprocess
import sys
import threading
from collections.abc import Callable
from contextlib import ExitStack
from typing import Any

import pytest
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore
from django.http import HttpResponse
from django.test import RequestFactory
from django_fixtures import PASSWORD, Api

from maplestep.apps.accounts.address import address_of
from maplestep.apps.accounts.models import User
from maplestep.apps.accounts.names import look_of
from maplestep.server.fair import ADDRESS, USER, Shares, fair_middleware

# The sender, what came in X-Forwarded-For, whom it is from when 10/8 is ours.
WAYS = [
    ("203.0.113.5", "", "203.0.113.5"),
    ("203.0.113.5", "198.51.100.7", "203.0.113.5"),  # no proxy of ours: not believed
    ("10.0.0.2", "198.51.100.7", "198.51.100.7"),
    ("10.0.0.2", "1.1.1.1, 198.51.100.7", "198.51.100.7"),  # the first was made up
    ("10.0.0.2", "198.51.100.7, 10.0.0.9", "198.51.100.7"),  # two proxies
    ("10.0.0.2", "2001:db8::7", "2001:db8::7"),
    ("10.0.0.2", "rubbish", "10.0.0.2"),
    ("10.0.0.2", "", "10.0.0.2"),
]


@pytest.mark.parametrize(("sender", "forwarded", "whom"), WAYS)
def test_only_our_own_proxies_say_whom_a_request_is_from(
    sender: str, forwarded: str, whom: str, settings: Any
) -> None:
    from ipaddress import ip_network

    settings.PROXIES = [ip_network("10.0.0.0/8")]
    headers = {"X-Forwarded-For": forwarded} if forwarded else {}
    assert address_of(RequestFactory().get("/", REMOTE_ADDR=sender, headers=headers)) == whom


def tries(api: Api, name: str, password: str, address: str) -> int:
    return api.client.post(
        "/api/session",
        {"name": name, "password": password},
        content_type="application/json",
        headers={"X-CSRFToken": api.client.cookies["csrftoken"].value},
        REMOTE_ADDR=address,
    ).status_code


def test_nobody_is_locked_out_by_somebody_else(make_user: Callable[[str], Any]) -> None:
    make_user("ada")
    enemy, ada = Api(), Api()
    statuses = [tries(enemy, "ada", "guess", "203.0.113.9") for _ in range(8)]
    assert statuses[-1] == 429
    assert tries(ada, "ada", PASSWORD, "198.51.100.1") == 200


def test_one_address_cannot_try_many_names(make_user: Callable[[str], Any], settings: Any) -> None:
    settings.TRIES_IN_TEN_MINUTES = 6
    make_user("ada")
    enemy = Api()
    statuses = [tries(enemy, f"name{n}", "guess", "203.0.113.9") for n in range(8)]
    assert statuses == [403] * 6 + [429] * 2
    assert tries(enemy, "ada", PASSWORD, "198.51.100.1") == 200


def test_a_name_that_is_guessed_at_from_everywhere_is_slowed_and_nobody_kept_out(
    make_user: Callable[[str], Any], settings: Any
) -> None:
    """31 wrong ones from as many addresses; Ada's own browser goes on, a new one every 5 s."""
    make_user("ada")
    own = Api()
    assert own.sign_in("ada") == 200
    statuses = [tries(Api(), "Ada", "guess", f"203.0.113.{n}") for n in range(34)]
    assert statuses[:30] == [403] * 30
    assert 429 in statuses[30:]
    assert tries(own, "ada", PASSWORD, "198.51.100.1") == 200
    assert tries(own, "ben", "guess", "198.51.100.1") == 403  # another name is not slowed


def test_one_address_opens_so_many_accounts(anyone: Api, settings: Any) -> None:
    settings.SIGN_UPS_AN_HOUR = 3
    for n, wanted in enumerate((200, 200, 200, 429)):
        form = {"name": f"dancer{n}", "password": PASSWORD}
        status, said = anyone.call("POST", "/api/accounts", form)
        assert status == wanted, said
    assert "3 accounts" in said["message"]
    assert User.objects.count() == 3


ALIKE = [
    ("ada", "Ada"), ("ada", "ADA"), ("ada", "аdа"), ("ada", "\uff21da"), ("oak", "0ak"),
    ("rose", "rоse"), ("hoe", "ноe"), ("straße", "STRASSE"), ("é", "e\u0301"),
]  # fmt: skip


@pytest.mark.parametrize(("one", "other"), ALIKE)
def test_names_that_look_alike_are_one(one: str, other: str, anyone: Api) -> None:
    """Case, composed forms (NFKC), and letters of other scripts (UTS #39, from memory)."""
    assert look_of(one) == look_of(other)
    assert anyone.call("POST", "/api/accounts", {"name": one, "password": PASSWORD})[0] == 200
    again = Api()
    status, said = again.call("POST", "/api/accounts", {"name": other, "password": PASSWORD})
    assert (status, said["field"]) == (422, "name")
    assert again.sign_in(other) == 200  # it is found however it is written


@pytest.mark.parametrize(("one", "other"), [("ada", "eda"), ("ali", "all"), ("mia", "mía")])
def test_names_that_differ_are_two(one: str, other: str) -> None:
    assert look_of(one) != look_of(other)


def test_a_user_takes_two_places_and_leaves_the_others() -> None:
    shares = Shares()
    with shares.place("ada") as first, shares.place("ada") as second:
        with shares.place("ben") as others:
            assert (first, second, others) == (True, True, True)
        with shares.place("ada") as third:
            assert not third
    with shares.place("ada") as again:
        assert again


def test_a_hall_of_dancers_behind_one_address_has_more_room() -> None:
    assert (ADDRESS.places, ADDRESS.burst) > (USER.places, USER.burst)
    shares = Shares()
    with ExitStack() as held:
        got = [held.enter_context(shares.place("203.0.113.1", ADDRESS)) for _ in range(5)]
    assert got == [True] * 4 + [False]


def test_a_place_that_becomes_free_in_time_is_taken() -> None:
    shares, freed = Shares(), threading.Event()
    got: list[bool] = []

    def hold() -> None:
        with shares.place("ada"):
            freed.wait(5)

    def ask() -> None:
        with shares.place("ada") as place:
            got.append(place)

    holding = [threading.Thread(target=hold) for _ in range(USER.places)]
    for thread in holding:
        thread.start()
    asking = threading.Thread(target=ask)
    asking.start()
    freed.set()
    for thread in (*holding, asking):
        thread.join()
    assert got == [True]


def test_who_has_used_much_of_the_processor_waits(monkeypatch: pytest.MonkeyPatch) -> None:
    """5 s used at once are 3 over the 2 one may use; at .15 a second they are back in 20 s."""
    now, used = [100.0], [0.0]
    monkeypatch.setattr("maplestep.server.fair.time.monotonic", lambda: now[0])
    monkeypatch.setattr("maplestep.server.fair.time.thread_time", lambda: used[0])
    shares = Shares()
    with shares.place("ada"):
        used[0] += 2.0
    assert shares.wait("ada") == 0.0
    with shares.place("ada"):
        used[0] += 3.0
    assert shares.wait("ada") == pytest.approx(3.0 / 0.15)
    assert shares.wait("ben") == 0.0
    now[0] += 10.0
    assert shares.wait("ada") == pytest.approx(1.5 / 0.15)
    now[0] += 10.5
    assert shares.wait("ada") == 0.0


def test_who_asks_too_often_is_told_when_to_go_on(
    make_user: Callable[[str], Any], settings: Any, django_assert_num_queries: Any
) -> None:
    settings.ASKED_A_MINUTE = 3
    sessions = {}
    for name in ("ada", "ben"):
        session = SessionStore()
        session[SESSION_KEY] = str(make_user(name).pk)
        session.create()
        sessions[name] = session.session_key
    asked = fair_middleware(lambda _: HttpResponse("ok"))

    def status(name: str, path: str = "/api/dances/reading") -> int:
        # All behind one address.
        request = RequestFactory().post(path, REMOTE_ADDR="203.0.113.1")
        request.COOKIES["sessionid"] = sessions.get(name, "nobody's")
        return asked(request).status_code

    with django_assert_num_queries(1):  # whose the session is, once
        statuses = [status("ada") for _ in range(9)]
    # A minute may end between two of them: then the count begins anew.
    assert statuses.count(200) in (3, 4, 5, 6)
    assert status("ben", "/api/rankings") == 200
    assert status("ada", "/api/shelf") == 200
    assert status("nobody") == 200


def test_who_is_busy_has_one_place(monkeypatch: pytest.MonkeyPatch) -> None:
    """Over a fifth of the 2 s of a burst: one at a time, until that has come back."""
    now, used = [100.0], [0.0]
    monkeypatch.setattr("maplestep.server.fair.time.monotonic", lambda: now[0])
    monkeypatch.setattr("maplestep.server.fair.time.thread_time", lambda: used[0])
    monkeypatch.setattr("maplestep.server.fair.WAIT_SECONDS", 0.01)
    shares = Shares()
    with shares.place("ada"):
        used[0] += 0.5
    with shares.place("ada") as first, shares.place("ada") as second:
        assert (first, second) == (True, False)
    now[0] += 1.0  # .5 - .15 is below .4
    with shares.place("ada") as first, shares.place("ada") as second:
        assert (first, second) == (True, True)


def test_answers_of_the_api_are_kept_by_no_shared_cache(ada: Api) -> None:
    for path in ("/api/shelf", "/api/session", "/api/nothing"):
        assert "private" in ada.client.get(path)["Cache-Control"]
    assert "form-action 'self'" in ada.client.get("/")["Content-Security-Policy"]


def test_the_settings_for_a_server_behind_tls_are_without_complaint() -> None:
    """Django's own list, ``check --deploy``, with TLS in front and a key as bin/ makes one."""
    environment = os.environ | {
        "MAPLESTEP_HTTPS": "1",
        "MAPLESTEP_SECRET": secrets.token_urlsafe(48),
    }
    # Browser tests in the same process need it; no server has it.
    environment.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)
    run = subprocess.run(
        [sys.executable, "-m", "maplestep.server.manage", "check", "--deploy", "--fail-level=INFO"],
        env=environment, capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert run.returncode == 0, run.stderr


def test_ten_windows_that_define_one_figure_make_one(transactional_db: None) -> None:
    from django.db import connection

    from maplestep.apps.dances.actions.define_figure import define_figure
    from maplestep.apps.dances.models import OwnFigure

    user = User.objects.create_user("ada", password=PASSWORD)
    failed: list[BaseException] = []

    def define() -> None:
        try:
            define_figure(user, "hen step", "1&2 R side, L together, R cross")
        except Exception as error:
            failed.append(error)
        finally:
            connection.close()

    threads = [threading.Thread(target=define) for _ in range(12)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert failed == []
    assert OwnFigure.objects.count() == 1
