"""deploy/ as it stands: two web nodes, two workers, nginx and a bucket; one of each is killed."""

import base64
import io
import json
import re
import threading
import time
import urllib.error
import urllib.request
from typing import Any

import numpy as np
import pytest
import soundfile
from machines import CUT_OFF, DEPLOY, HOST, ROOT, Site, Visitor, answers, unit, wait_for
from one_time import totp

from maplestep.server import settings as _settings

PASSWORD = "a-long-enough-one"


def ok(answer: tuple[int, Any]) -> Any:
    assert answer[0] in (200, 204), answer
    return answer[1]


@pytest.fixture(scope="module")
def ada(site: Site) -> Visitor:
    visitor = Visitor(site)
    ok(visitor.call("POST", "/api/accounts", {"name": "ada-of-the-mill", "password": PASSWORD}))
    return visitor


def clicks(seconds: float = 20.0) -> bytes:
    """A WAV of clicks at 120 a minute, every fourth one higher."""
    rate = 22_050
    at = np.arange(int(seconds * rate)) / rate
    beat = np.floor(at * 2)
    tone = np.where(beat % 4 == 0, 1500, 1000)
    sound = 0.8 * np.sin(2 * np.pi * tone * at) * np.exp(-40 * (at * 2 - beat))
    out = io.BytesIO()
    soundfile.write(out, sound, rate, format="WAV")
    return out.getvalue()


def ready(visitor: Visitor, song: str) -> bool:
    states = {each["state"] for each in ok(visitor.call("GET", f"/api/songs/{song}/sounds"))}
    assert "failed" not in states
    return bool(states) and states <= {"ready"}


def test_a_recording_goes_from_one_node_over_a_worker_to_the_other(
    site: Site, ada: Visitor
) -> None:
    """Every node has a folder of its own: what they share is the database and the bucket."""
    song = ok(ada.send("/api/songs/recording", clicks(), "clicks.wav"))
    wait_for(lambda: ready(ada, song["id"]), 120)
    (sound,) = ok(ada.call("GET", f"/api/songs/{song['id']}/sounds"))
    whole = set()
    for _ in range(4):  # least_conn takes turns
        status, data, _ = ada.ask("GET", f"/api/sounds/{sound['id']}/audio")
        assert status == 200
        whole.add(data)
    assert len(whole) == 1
    (data,) = whole
    status, part, headers = ada.ask(
        "GET", f"/api/sounds/{sound['id']}/audio", Range="bytes=100-199"
    )
    assert (status, part) == (206, data[100:200])
    assert headers["Content-Range"] == f"bytes 100-199/{len(data)}"
    nodes = [f"maplestep-{what}-{n}" for what in ("web", "worker") for n in (1, 2)]
    here = {n for n in nodes if list((site.folder / n).glob(f"media/*/{sound['id']}.ogg"))}
    assert {n[:-2] for n in here} == {"maplestep-web", "maplestep-worker"}
    # What goes, goes from the bucket.
    said = site.manage("shell", "-c", "from maplestep.apps import media; print(media.names())")
    assert sound["id"] in said and ".upload" not in said
    assert ada.call("DELETE", f"/api/songs/{song['id']}")[0] == 204
    said = site.manage("shell", "-c", "from maplestep.apps import media; print(media.names())")
    assert sound["id"] not in said


def test_the_proxy_is_what_the_product_needs(site: Site, ada: Visitor) -> None:
    plain = urllib.request.Request(f"http://127.0.0.1:{site.http}/shelf", headers={"Host": HOST})
    opener = urllib.request.build_opener(Stay())
    with pytest.raises(urllib.error.HTTPError) as moved:
        opener.open(plain)
    assert (moved.value.code, moved.value.headers["Location"]) == (301, f"https://{HOST}/shelf")
    status, _, headers = ada.ask("GET", "/")
    assert status == 200
    assert headers["Strict-Transport-Security"].startswith("max-age=31536000")
    assert re.fullmatch(r"[0-9a-f]{32}", headers["X-Request-ID"])  # nginx's own
    assert all(cookie.secure for cookie in ada.cookies)
    assert ada.ask("POST", "/api/dances", b"x" * 4_000_000, Content_Type="text/plain")[0] == 413
    status, said = ada.send("/api/songs/recording", b"no sound" * 600_000, "no.wav")
    assert status == 422, said  # let through, and refused in words
    assert ada.ask("GET", "/metrics")[0] == 404
    # A user's address is the visitor's, whatever they say of it: a lie goes in front of it.
    for n in range(6):
        form = json.dumps({"name": "nobody", "password": "guess"}).encode()
        status, *_ = Visitor(site).ask(
            "POST", "/api/session", form, Content_Type="application/json",
            X_Forwarded_For=f"203.0.113.{n}",
        )  # fmt: skip
    assert status in (403, 429)
    log = (site.folder / "maplestep.log").read_text()
    assert "/api/" not in log


class Stay(urllib.request.HTTPRedirectHandler):
    """Does not follow."""

    def redirect_request(self, *_: Any, **__: Any) -> None:
        return None


def test_a_second_screen_hears_at_once_through_the_proxy(
    site: Site, ada: Visitor, routine_file: bytes
) -> None:
    routine = ok(ada.send("/api/routines/file", routine_file, "r.json"))
    screen = ok(ada.call("POST", f"/api/routines/{routine['id']}/screen"))
    heard: list[tuple[float, str]] = []

    def listen() -> None:
        status, data, _ = Visitor(site).ask("GET", f"/api/screens/{screen['token']}/events")
        heard.append((status, data.decode()))

    thread = threading.Thread(target=listen, daemon=True)
    thread.start()
    time.sleep(1)
    ok(ada.call("DELETE", f"/api/screens/{screen['token']}"))
    thread.join(20)
    assert heard
    assert heard[0][0] == 200


def test_whoever_runs_it_sees_numbers_and_no_names(site: Site, ada: Visitor) -> None:
    with urllib.request.urlopen(f"http://127.0.0.1:{site.nodes[0]}/metrics") as said:
        text = said.read().decode()
    assert re.search(r"django_http_requests_total_by_view_transport_method_total\{.*\} \d", text)
    assert 'maplestep_jobs{status="doing",task="' in text or "maplestep_jobs" in text
    assert "ada-of" not in text
    lines = (site.folder / "maplestep-web-1.log").read_text().splitlines()
    told = [json.loads(line) for line in lines if line.startswith('{"at"')]
    assert any(line.get("route") for line in told)
    assert "ada-of" not in "".join(json.dumps(line) for line in told)


def test_the_staff_come_in_with_a_second_factor_only(
    site: Site, ada: Visitor, routine_file: bytes
) -> None:
    assert ada.ask("GET", "/staff/")[2].get("X-Frame-Options") == "DENY"
    assert b"Staff" not in ada.ask("GET", "/staff/")[1]
    assert "second factor" in site.manage("staff", "ada-of-the-mill")
    assert b"Staff" not in ada.ask("GET", "/staff/")[1]
    begun = ok(ada.call("POST", "/api/account/factor/app"))
    code = totp(base64.b32decode(begun["secret"]), time.time())
    form = {"password": PASSWORD, "code": code}
    ok(ada.call("PUT", "/api/account/factor/app", form))
    for page in ("", "accounts/user/", "songs/sound/", "procrastinate/procrastinatejob/"):
        status, said, _ = ada.ask("GET", f"/staff/{page}")
        assert (status, b"GB free" in said) == (200, True), page
    for _ in range(3):  # what one keeps does not grow with what one has made
        ok(ada.send("/api/routines/file", routine_file, "r.json"))
    song = ok(ada.send("/api/songs/recording", clicks(), "clicks.wav"))
    page = ada.ask("GET", "/staff/accounts/user/")[1].decode()
    row = re.search(r"<tr>(?:(?!</tr>).)*>ada-of-the-mill<.*?</tr>", page, re.S)
    assert row
    assert re.search(r'field-megabytes">1<', row[0])  # 20 s of 16 bits at 22,050: .88 MB
    ok(ada.call("DELETE", f"/api/songs/{song['id']}"))
    site.manage("staff", "ada-of-the-mill", "--no")
    assert b"Staff" not in ada.ask("GET", "/staff/")[1]
    ok(ada.call("POST", "/api/account/factor/app/off", {"password": PASSWORD}))


def test_nothing_is_lost_when_a_node_and_a_worker_are_killed(site: Site) -> None:
    """Eight instructors save while a web node and a worker lose power and others go on."""
    kept: list[str] = []
    songs: list[tuple[Visitor, str]] = []
    refused: list[int] = []
    stop = threading.Event()

    def instructor(number: int) -> None:
        me = Visitor(site)
        ok(me.call("POST", "/api/accounts", {"name": f"dancer{number}", "password": PASSWORD}))
        recorded = me.send("/api/songs/recording", clicks(8 + number), "clicks.wav")
        songs.append((me, ok(recorded)["id"]))
        n = 0
        while not stop.is_set():
            n += 1
            title = f"Dance {number}-{n}"
            status, said = me.call(
                "POST", "/api/dances", {"sheet": f"{title}\n1-4 R vine, touch L\n"}
            )
            if status == 200:
                kept.append(said["id"])
            else:
                refused.append(status)
                time.sleep(0.2)

    threads = [threading.Thread(target=instructor, args=(n,)) for n in range(8)]
    for thread in threads:
        thread.start()
    # All have their accounts: one who is refused there would not go on.
    wait_for(lambda: len(songs) == len(threads) and len(kept) > 30)
    site.kill("maplestep-web-1")
    site.kill("maplestep-worker-1")
    before = len(kept)
    wait_for(lambda: len(kept) > before + 60)
    site.service("maplestep-web@.service", 1)
    site.service("maplestep-worker@.service", 1)
    wait_for(lambda: answers(f"http://127.0.0.1:{site.nodes[0]}/ready"))
    before = len(kept)
    wait_for(lambda: len(kept) > before + 30)
    stop.set()
    for thread in threads:
        thread.join()
    # What was being answered by the node that died is refused and nothing more.
    assert set(refused) <= {502, 504, CUT_OFF}
    assert len(refused) <= 16
    stored = site.manage(
        "shell", "-c",
        "from maplestep.apps.dances.models import Dance\n"
        "print(*Dance.objects.values_list('pk', flat=True))",
    ).split()  # fmt: skip
    assert set(kept) <= set(stored)
    for visitor, song in songs:
        wait_for(lambda v=visitor, s=song: ready(v, s), 180)  # type: ignore[misc]


@pytest.mark.parametrize("name", sorted(each.name for each in DEPLOY.glob("*.service")))
def test_units_name_what_there_is(name: str) -> None:
    """Every program and file of a unit exists, and every setting of the example is one of ours."""
    line = unit(name)["Service"]["ExecStart"]
    for word in re.findall(r"(?<=/opt/maplestep/)[\w./-]+|\bdeploy/[\w.]+", line):
        assert (ROOT / word).exists() or word.startswith(".state/"), word
    known = set(re.findall(r"MAPLESTEP_\w+", _settings.__doc__ or ""))
    example = (DEPLOY / "maplestep.env.example").read_text()
    assert set(re.findall(r"^#?(MAPLESTEP_\w+)=", example, re.M)) <= known


def test_the_product_alone_has_the_same_packages() -> None:
    """What is installed on a server is what was tested."""

    def pinned(file: str) -> dict[str, str]:
        found = re.findall(r"^([\w.-]+)(?:\[.*\])?==([\w.]+)", (ROOT / file).read_text(), re.M)
        return dict(found)

    product, all_of_it = pinned("requirements-product.txt"), pinned("requirements.txt")
    assert len(product) > 40
    assert product.items() <= all_of_it.items()
    assert not {"pytest", "mypy", "locust"} & product.keys()


def test_the_bill_names_what_is_pinned_and_nothing_under_the_gpl_alone() -> None:
    """CycloneDX 1.6; the one package under the GPL alone is run, not loaded (docs/licences.md)."""
    bill = json.loads((ROOT / "docs/sbom.json").read_text())
    assert (bill["bomFormat"], bill["specVersion"]) == ("CycloneDX", "1.6")
    listed = {each["purl"].lower(): each for each in bill["components"]}
    pins = re.findall(
        r"^([\w.-]+)(?:\[.*\])?==([\w.]+)", (ROOT / "requirements-product.txt").read_text(), re.M
    )
    named = {re.sub(r"[._]+", "-", purl) for purl in listed}
    for name, version in pins:
        wanted = f"pkg:pypi/{name}@{version}".lower()
        assert re.sub(r"[._]+", "-", wanted) in named, name
    lock = json.loads((ROOT / "web/package-lock.json").read_text())["packages"]
    for path, package in lock.items():
        if path and not any(package.get(flag) for flag in ("dev", "optional", "devOptional")):
            name = path.rpartition("node_modules/")[2].replace("@", "%40")
            assert f"pkg:npm/{name}@{package['version']}".lower() in listed, path
    alone = set()
    for each in bill["components"]:
        said = json.dumps(each.get("licenses", []))
        others = re.sub(r"(Lesser|Library or Lesser) General Public|LGPL", "", said)
        if re.search(r"GPL|General Public", others) and not re.search(
            r"Apache|MIT|BSD|Mozilla|Lesser|LGPL", said
        ):
            alone.add(each["name"])
    assert alone == {"mutagen"}
    loaders = [
        str(file.relative_to(ROOT)) for file in (ROOT / "src").rglob("*.py")
        if re.search(r"^\s*(import|from) mutagen", file.read_text(), re.M)
    ]  # fmt: skip
    assert loaders == ["src/maplestep/audio/tag_reader.py"]
    imported = [
        str(file.relative_to(ROOT)) for file in (ROOT / "src").rglob("*.py")
        if re.search(r"import.*tag_reader|from.*tag_reader import", file.read_text())
    ]  # fmt: skip
    assert imported == []
