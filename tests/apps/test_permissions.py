"""Who may do what: every address of the API against owner, co-instructor, stranger and nobody."""

import json
import uuid
from collections.abc import Callable
from typing import Any

import pytest
from django_fixtures import Api

from maplestep.apps.accounts.models import User
from maplestep.apps.songs.actions.sounds import ask_band
from maplestep.apps.songs.models import Sound
from maplestep.server.api import api

# Open to everybody: signing in, and what a link in somebody's hands shows.
PUBLIC = {
    "/api/session", "/api/session/language", "/api/accounts", "/api/accounts/opened",
    "/api/confirm", "/api/reset", "/api/vocabulary",
}  # fmt: skip
BY_LINK = ("/api/shared/", "/api/screens/")


def ok(answer: tuple[int, Any]) -> Any:
    status, body = answer
    assert status in (200, 204), body
    return body


@pytest.fixture
def cleo(make_user: Callable[[str], Any]) -> Api:
    make_user("cleo")
    found = Api()
    assert found.sign_in("cleo") == 200
    return found


@pytest.fixture
def routine(ada: Api, routine_file: bytes) -> dict[str, Any]:
    return ok(ada.send("/api/routines/file", routine_file, "r.json"))


@pytest.fixture
def ids(ada: Api, routine: dict[str, Any]) -> dict[str, str]:
    """One of everything that is ada's, by the word that stands before an id in an address."""
    made = ok(ada.call("POST", "/api/classes", {"name": "M", "weekday": 0, "starts_at": "19:00"}))
    body = {"routines": [routine["id"]]}
    ok(ada.call("PUT", f"/api/classes/{made['id']}/repertoire", body))
    evening = ok(ada.call("POST", f"/api/classes/{made['id']}/evenings", {}))
    share = ok(ada.call("POST", "/api/shares", {"routine": routine["id"]}))
    ranking = ok(ada.call("POST", "/api/rankings", {"song": routine["song_id"]}))
    owner = User.objects.get(username="ada")
    sound = ask_band(owner, uuid.UUID(routine["song_id"]))
    Sound.objects.filter(pk=sound.pk).update(state=Sound.State.READY)
    return {
        "routines": routine["id"], "songs": routine["song_id"], "dances": routine["dance_id"],
        "sounds": str(sound.pk), "classes": made["id"], "evenings": evening["id"],
        "shares": share["id"], "rankings": ranking["id"],
    }  # fmt: skip


def addresses(ids: dict[str, str]) -> list[tuple[str, str]]:
    """Method and address of everything that is about one object, its id filled in."""
    found = []
    for path, methods in json.loads(json.dumps(api.get_openapi_schema()))["paths"].items():
        before, _, behind = path.partition("/{pk}")
        word = before.rsplit("/", 1)[1]
        if "{pk}" not in path or word not in ids or "{" in before or "{" in behind:
            continue
        found += [(method.upper(), f"{before}/{ids[word]}{behind}") for method in methods]
    return found


def test_a_stranger_reaches_nothing_and_nobody_less(
    ben: Api, anyone: Api, ids: dict[str, str]
) -> None:
    rows = addresses(ids)
    assert len(rows) > 50
    for method, path in rows:
        status, _ = ben.call(method, path, {} if method in ("POST", "PUT") else None)
        # What is malformed may be said before it is looked for; nothing is ever given or done.
        allowed = (404,) if method in ("GET", "DELETE") else (404, 422, 400)
        assert status in allowed, (method, path, status)
        assert anyone.call(method, path, {})[0] == 401, (method, path)


def test_without_an_id_everything_asks_who_it_is(anyone: Api) -> None:
    for path, methods in json.loads(json.dumps(api.get_openapi_schema()))["paths"].items():
        if path in PUBLIC or path.startswith(BY_LINK) or "{" in path:
            continue
        for method in methods:
            assert anyone.call(method.upper(), path, {})[0] == 401, (method, path)


def joined(ada: Api, cleo: Api, wish: dict[str, str]) -> None:
    link = ok(ada.call("POST", "/api/together", wish))
    ok(cleo.call("POST", f"/api/invitations/{link['path'].rsplit('/', 1)[1]}"))


@pytest.mark.parametrize("way", ["class_id", "routine"])
def test_a_co_instructor_sees_and_changes_but_does_not_delete(
    ada: Api, cleo: Api, ids: dict[str, str], way: str
) -> None:
    joined(ada, cleo, {way: ids["classes" if way == "class_id" else "routines"]})
    mine = {"routines", "songs", "dances", "sounds"}
    if way == "class_id":
        mine |= {"classes", "evenings"}
    for method, path in addresses(ids):
        if method == "GET":
            word = path.split("/")[2]
            expected = 200 if word in mine else 404
            got = cleo.client.get(path).status_code
            # A sound that is said to be ready has no file here.
            assert got == expected or path.endswith("/audio"), (path, got)
    for word in ("routines", "songs", "dances", "classes"):
        assert cleo.call("DELETE", f"/api/{word}/{ids[word]}")[0] == 404, word
    # A change says whose it was.
    body = {"version": 1, "title": "Ours", "start": None, "events": []}
    changed = ok(cleo.call("PUT", f"/api/routines/{ids['routines']}", body))
    assert changed["title"] == "Ours"
    people = ok(ada.call("GET", f"/api/together?routine={ids['routines']}"))
    assert (people["owner"], people["changed_by"]) == ("ada", "cleo")
    (line,) = ok(cleo.call("GET", "/api/shelf"))["routines"]
    assert (line["title"], line["by"]) == ("Ours", "ada")
    # Only the owner shares it with others or invites.
    for path in ("/api/together", "/api/shares"):
        assert cleo.call("POST", path, {"routine": ids["routines"]})[0] == 404


def test_an_invitation_is_used_once_and_one_leaves_again(
    ada: Api, ben: Api, cleo: Api, ids: dict[str, str], routine_file: bytes
) -> None:
    link = ok(ada.call("POST", "/api/together", {"class_id": ids["classes"]}))
    token = link["path"].rsplit("/", 1)[1]
    assert ada.call("POST", f"/api/invitations/{token}")[0] == 422
    ok(cleo.call("POST", f"/api/invitations/{token}"))
    assert ben.call("POST", f"/api/invitations/{token}")[0] == 404
    own = ok(cleo.send("/api/routines/file", routine_file, "r.json"))["id"]
    path = f"/api/classes/{ids['classes']}"
    both = {"routines": [ids["routines"], own]}
    ok(cleo.call("PUT", f"{path}/repertoire", both))
    # What the class dances, both reach.
    assert ada.call("GET", f"/api/routines/{own}")[0] == 200
    # What one may only see joins no class of one's own.
    theirs = ok(
        cleo.call("POST", "/api/classes", {"name": "C", "weekday": 1, "starts_at": "09:00"})
    )
    stolen = {"routines": [ids["routines"]]}
    assert cleo.call("PUT", f"/api/classes/{theirs['id']}/repertoire", stolen)[0] == 404
    (person,) = ok(ada.call("GET", f"/api/together?class_id={ids['classes']}"))["people"]
    assert ben.call("DELETE", f"/api/together/{person['id']}")[0] == 404
    ok(ada.call("DELETE", f"/api/together/{person['id']}"))
    assert cleo.call("GET", path)[0] == 404
    assert cleo.call("GET", f"/api/routines/{ids['routines']}")[0] == 404
    # Their routine goes with them.
    assert ada.call("GET", f"/api/routines/{own}")[0] == 404
