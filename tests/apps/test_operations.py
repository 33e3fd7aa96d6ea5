"""What whoever runs a server sees of it: readiness, request ids, logs without content."""

import json
import logging
from typing import Any

import pytest
from django.db import OperationalError
from django_fixtures import Api

from maplestep.server.request_log import JsonLines


def test_a_server_is_ready_when_it_can_work(anyone: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    assert anyone.call("GET", "/ready") == (200, {"ready": True, "troubles": []})
    monkeypatch.setattr(
        "maplestep.server.urls.MigrationExecutor.migration_plan", lambda *_: [("accounts", "x")]
    )
    status, said = anyone.call("GET", "/ready")
    assert (status, said["troubles"]) == (503, ["migrations are missing"])

    def gone(*_: Any) -> None:
        raise OperationalError("connection refused by 10.1.2.3")

    monkeypatch.setattr("maplestep.server.urls.MigrationExecutor.__init__", gone)
    status, said = anyone.call("GET", "/ready")
    assert (status, said["troubles"]) == (503, ["the database cannot be reached"])


@pytest.mark.parametrize(
    ("said", "kept"), [("proxy-id-0123", True), ("", False), ("bad id\n", False), ("x" * 65, False)]
)
def test_each_answer_carries_the_id_of_its_request(said: str, kept: bool, anyone: Api) -> None:
    headers = {"X-Request-ID": said} if said.strip() == said and said else {}
    answer = anyone.client.get("/health", headers=headers)
    assert (answer["X-Request-ID"] == said) is kept
    assert len(answer["X-Request-ID"]) >= 8


def test_a_line_of_the_log_has_no_content_of_anybody(
    ada: Api, caplog: pytest.LogCaptureFixture
) -> None:
    secret = "Nobody's Business"
    with caplog.at_level(logging.INFO, logger="maplestep.request"):
        status, dance = ada.call(
            "POST", "/api/dances", {"sheet": f"{secret}\n1-4 R vine, touch L\n"}
        )
        assert status == 200
        ada.call("GET", f"/api/dances/{dance['id']}?q={secret}")
    lines = [JsonLines().format(record) for record in caplog.records]
    first, second = map(json.loads, lines)
    assert (first["method"], first["status"]) == ("POST", 200)
    assert second["route"].endswith(":pk>")
    assert second["milliseconds"] >= 0
    for hidden in (secret, "ada", dance["id"], "127.0.0.1"):
        assert not any(hidden in line for line in lines)
