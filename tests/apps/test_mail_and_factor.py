"""Mail addresses, accounts opened by mail, new passwords, and second factors."""

import base64
import json
import re
import time
from collections.abc import Callable
from typing import Any

import pytest
from allauth.mfa.models import Authenticator
from django.core import mail
from django.core.management import call_command
from django_fixtures import PASSWORD, Api
from one_time import totp
from procrastinate.contrib.django.models import ProcrastinateJob

from maplestep.apps.accounts import tasks
from maplestep.apps.accounts.models import SignUp, User

OTHER = "another-long-enough-one"


@pytest.fixture(autouse=True)
def with_mail(settings: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    settings.MAIL_ON = True
    monkeypatch.setattr(tasks, "close_old_connections", lambda: None)


def ok(answer: tuple[int, Any]) -> Any:
    assert answer[0] in (200, 204), answer
    return answer[1]


def delivered() -> list[Any]:
    """The mails that the worker sends now."""
    mail.outbox.clear()
    for name in ("reset_mail", "send_mail"):
        for job in ProcrastinateJob.objects.filter(task_name=name, status="todo"):
            getattr(tasks, name)(**job.args)
            ProcrastinateJob.objects.filter(pk=job.pk).update(status="succeeded")
    return list(mail.outbox)


def link_in(message: Any, about: str) -> str:
    found = re.search(rf"http://testserver/{about}/(\S+)", message.body)
    assert found, message.body
    return found[1]


def with_address(api: Api, address: str) -> None:
    """The signed-in user has this address."""
    ok(api.call("PUT", "/api/account/address", {"address": address, "password": PASSWORD}))
    (sent,) = delivered()
    ok(Api().call("POST", "/api/confirm", {"key": link_in(sent, "confirm")}))


def test_an_account_is_opened_by_the_link_and_once(anyone: Api) -> None:
    form = {"name": "ada", "password": PASSWORD, "address": "Ada@Example.org"}
    said = ok(anyone.call("POST", "/api/accounts", form))
    assert (said["name"], said["sent_to"]) == (None, "ada@example.org")
    assert not User.objects.exists()
    (sent,) = delivered()
    assert sent.to == ["ada@example.org"]
    key = link_in(sent, "welcome")
    assert not SignUp.objects.filter(key=key).exists()  # what is stored opens nothing
    assert anyone.call("POST", "/api/accounts/opened", {"key": key + "x"})[0] == 422
    assert ok(anyone.call("POST", "/api/accounts/opened", {"key": key}))["name"] == "ada"
    assert ok(anyone.call("GET", "/api/account/address"))["confirmed"] is True
    assert Api().call("POST", "/api/accounts/opened", {"key": key})[0] == 422
    assert Api().sign_in("ada") == 200


def test_nobody_learns_who_has_an_account(ada: Api) -> None:
    """The same answer for a free name, a taken name and a taken address; the mails differ."""
    with_address(ada, "ada@example.org")
    answers = {}
    for name, address, about in (
        ("cleo", "cleo@example.org", "Open your account"),
        ("ADA", "eve@example.org", "This name is taken"),
        ("dora", "ada@example.org", "You have an account already"),
    ):
        form = {"name": name, "password": PASSWORD, "address": address}
        said = ok(Api().call("POST", "/api/accounts", form))
        assert said.pop("sent_to") == address
        answers[about] = said
        assert [each.subject for each in delivered()] == [about]
    assert len({json.dumps(each) for each in answers.values()}) == 1
    for address in ("ada@example.org", "nobody@example.org"):
        assert Api().call("POST", "/api/reset", {"address": address}) == (204, None)
    assert [each.to for each in delivered()] == [["ada@example.org"]]


def test_a_new_password_by_mail_holds_once_and_signs_out(ada: Api) -> None:
    with_address(ada, "ada@example.org")
    ok(Api().call("POST", "/api/reset", {"address": " ADA@example.org "}))
    (sent,) = delivered()
    key = link_in(sent, "reset")
    status, said = Api().call("PUT", "/api/reset", {"key": key, "new": "short"})
    assert (status, said["field"]) == (422, "new")
    for broken in ("", ".", "x.y", key[:-1], "OTk5OTk5OTk5OTk5OTk5OTk5OTk5.x"):
        assert Api().call("PUT", "/api/reset", {"key": broken, "new": OTHER})[0] == 422
    ok(Api().call("PUT", "/api/reset", {"key": key, "new": OTHER}))
    assert ok(ada.call("GET", "/api/session"))["name"] is None
    assert (Api().sign_in("ada"), Api().sign_in("ada", OTHER)) == (403, 200)
    assert Api().call("PUT", "/api/reset", {"key": key, "new": PASSWORD})[0] == 422
    assert [each.subject for each in delivered()] == ["The password of your account was changed"]


def test_an_address_holds_when_its_link_is_opened_and_the_old_one_is_told(
    ada: Api, ben: Api
) -> None:
    with_address(ada, "ada@example.org")
    wrong = {"address": "new@example.org", "password": "guess"}
    assert ada.call("PUT", "/api/account/address", wrong)[0] == 422
    assert ada.call("PUT", "/api/account/address", {**wrong, "address": "no address"})[0] == 422
    ok(ada.call("PUT", "/api/account/address", {**wrong, "password": PASSWORD}))
    assert ok(ada.call("GET", "/api/account/address"))["address"] == "ada@example.org"
    (sent,) = delivered()
    # Somebody else confirms the same one first.
    with_address(ben, "new@example.org")
    status, said = ada.call("POST", "/api/confirm", {"key": link_in(sent, "confirm")})
    assert (status, said["field"]) == (422, "address")
    assert ok(ada.call("GET", "/api/account/address"))["address"] == "ada@example.org"
    with_address(ada, "adele@example.org")
    (told,) = delivered()
    assert (told.to, "other" in told.body or "another" in told.body) == (["ada@example.org"], True)


def test_so_many_mails_go_to_one_address(ada: Api) -> None:
    with_address(ada, "ada@example.org")
    statuses = [
        Api().call("POST", "/api/reset", {"address": "ada@example.org"})[0] for _ in "12345"
    ]
    assert statuses == [204] * 4 + [429]  # the first of five was the one that confirmed it


def test_a_mail_is_in_the_language_of_its_user(ada: Api) -> None:
    with_address(ada, "ada@example.org")
    ok(ada.call("PUT", "/api/session/language", {"language": "fr"}))
    ok(Api().call("POST", "/api/reset", {"address": "ada@example.org"}))
    (sent,) = delivered()
    assert sent.subject == "Un nouveau mot de passe"
    assert "trois heures" in sent.body


def test_a_server_without_mail_says_so(ada: Api, settings: Any) -> None:
    settings.MAIL_ON = False
    status, said = Api().call("POST", "/api/reset", {"address": "ada@example.org"})
    assert (status, said["message"]) == (422, "This server sends no mail. Ask whoever runs it.")
    assert ok(Api().call("GET", "/api/session"))["mail"] is False
    assert ok(Api().call("POST", "/api/accounts", {"name": "cleo", "password": PASSWORD}))["name"]


def test_the_test_s_own_codes_are_the_standard_s() -> None:
    """RFC 6238, appendix B, the first two rows of SHA1."""
    key = b"12345678901234567890"
    assert [totp(key, at, 8) for at in (59, 1_111_111_109)] == ["94287082", "07081804"]


@pytest.fixture
def guarded(ada: Api) -> Callable[[float], str]:
    """Ada signs in with an app; its code at a time from now in seconds."""
    begun = ok(ada.call("POST", "/api/account/factor/app"))
    assert "<svg" in begun["drawing"]
    secret = base64.b32decode(begun["secret"])
    form = {"password": PASSWORD, "code": "000000"}
    assert ada.call("PUT", "/api/account/factor/app", form)[0] == 403
    form["code"] = totp(secret, time.time())
    kept = ok(ada.call("PUT", "/api/account/factor/app", form))
    assert (kept["app"], kept["codes_left"], len(set(kept["codes"]))) == (True, 10, 10)
    ada.codes = kept["codes"]  # type: ignore[attr-defined]
    return lambda later: totp(secret, time.time() + later)


def enter(code: str = "", password: str = PASSWORD) -> tuple[int, Any]:
    form = {"name": "ada", "password": password, "code": code}
    return Api().call("POST", "/api/session", form)


def test_the_password_alone_is_not_enough(guarded: Callable[[float], str]) -> None:
    status, said = enter()
    assert (status, said["field"]) == (403, "code")
    assert enter("123")[0] == 403
    assert enter(guarded(0), password="guess")[1]["field"] == ""
    now = guarded(0)
    assert ok(enter(f"{now[:3]} {now[3:]}"))["name"] == "ada"
    assert enter(now)[0] == 403  # each code once,
    assert enter(guarded(-30))[0] == 403  # and none older than the last
    assert ok(enter(guarded(30)))["name"] == "ada"
    assert enter(guarded(-3600))[0] == 403


def test_recovery_codes_each_once_and_new_ones_end_the_old(
    ada: Api, guarded: Callable[[float], str]
) -> None:
    first, second = ada.codes[:2]  # type: ignore[attr-defined]
    assert ok(enter(first))["name"] == "ada"
    assert enter(first)[0] == 403
    fresh = ok(ada.call("POST", "/api/account/factor/codes", {"password": PASSWORD}))
    assert fresh["codes_left"] == 10
    assert enter(second)[0] == 403
    ok(ada.call("POST", "/api/account/factor/app/off", {"password": PASSWORD}))
    assert ok(enter())["name"] == "ada"
    assert not Authenticator.objects.exists()


def test_codes_cannot_be_guessed_from_many_places(guarded: Callable[[float], str]) -> None:
    statuses = []
    for n in range(12):
        api = Api()
        form = json.dumps({"name": "ada", "password": PASSWORD, "code": f"{n:06}"})
        statuses.append(
            api.client.post(
                "/api/session", form, content_type="application/json",
                headers={"X-CSRFToken": api.client.cookies["csrftoken"].value},
                REMOTE_ADDR=f"203.0.113.{n}",
            ).status_code
        )  # fmt: skip
    assert statuses == [403] * 10 + [429] * 2


def test_a_secret_is_encrypted_and_outlives_a_new_signing_key(
    ada: Api, guarded: Callable[[float], str], settings: Any
) -> None:
    kept = Authenticator.objects.get(type="totp").data["secret"]
    assert re.fullmatch(r"[A-Z2-7]{32}", kept) is None
    settings.SECRET_KEY_FALLBACKS = [settings.SECRET_KEY]
    settings.SECRET_KEY = "n" * 60
    assert ok(enter(guarded(0)))["name"] == "ada"
    call_command("encrypt_anew")
    settings.SECRET_KEY_FALLBACKS = []
    assert ok(enter(ada.codes[0]))["name"] == "ada"  # type: ignore[attr-defined]
    assert ok(enter(guarded(30)))["name"] == "ada"


def test_nobody_changes_it_without_the_password(
    ada: Api, ben: Api, guarded: Callable[[float], str]
) -> None:
    for path in ("app/off", "codes", "passkeys/1/off"):
        status, said = ada.call("POST", f"/api/account/factor/{path}", {"password": "guess"})
        assert (status, said["field"]) == (422, "password")
    ok(ben.call("POST", "/api/account/factor/app/off", {"password": PASSWORD}))
    assert ok(ada.call("GET", "/api/account/factor"))["app"] is True
    rubbish = {"password": PASSWORD, "name": "x", "credential": '{"id": 1}'}
    assert ada.call("POST", "/api/account/factor/passkeys", rubbish)[0] == 403
    asked = ok(ada.call("POST", "/api/account/factor/passkeys/new"))["publicKey"]
    assert (asked["rp"]["id"], asked["user"]["name"]) == ("testserver", "ada")
    assert ada.call("POST", "/api/account/factor/passkeys", rubbish)[0] == 403
