"""A class with five years of logs over the API: how long its pages take to be answered.

bash bin/test bench/teaching_desk.py -s
"""

from __future__ import annotations

import json
import statistics
import time
from datetime import date, timedelta
from typing import Any

import pytest
from django_fixtures import Api, ada, make_user, media  # noqa: F401
from example import ROUTINE

from maplestep.apps.teaching.models import Evening

EVENINGS = 1000


@pytest.mark.django_db
def test_five_years(ada: Api, capsys: Any) -> None:  # noqa: F811
    routine = ada.send("/api/routines/file", json.dumps(ROUTINE).encode(), "r.json")[1]["id"]
    made = {"name": "M", "weekday": 0, "starts_at": "19:00"}
    taught = ada.call("POST", "/api/classes", made)[1]
    own = f"/api/classes/{taught['id']}"
    ada.call("PUT", f"{own}/repertoire", {"routines": [routine]})
    base = {"routine": routine, "title": "Test routine", "part": "A", "section": "Section 1"}
    entries = [
        {"id": "1", "kind": "danced", **base}, {"id": "2", "kind": "well", **base},
        {"id": "3", "kind": "stuck", **base, "at": "3", "label": "4"},
        *({"id": f"t{n}", "kind": "taught", **base} for n in range(5)),
        {"id": "9", "kind": "people", "number": 12},
    ]  # fmt: skip
    Evening.objects.bulk_create(
        Evening(
            taught_in_id=taught["id"], day=date(2007, 1, 1) + timedelta(weeks=week), entries=entries
        )
        for week in range(EVENINGS)
    )
    evening = ada.call("POST", f"{own}/evenings", {})[1]
    wish = {"minutes": 60, "order": "added-on", "routines": [routine]}
    path = f"/api/evenings/{evening['id']}"
    ada.call("PUT", f"{path}/wish", {"version": evening["version"], "wish": wish})
    with capsys.disabled():
        for name, address in (
            ("all classes", "/api/classes"), ("the class", own),
            ("its dances", f"{own}/remembered"), ("an evening", path),
            ("its log for Excel", f"{own}/log.xlsx"),
        ):  # fmt: skip
            spent = []
            for _ in range(7):
                begun = time.perf_counter()
                assert ada.client.get(address).status_code == 200
                spent.append(1000 * (time.perf_counter() - begun))
            print(f"{name}: {statistics.median(spent):.0f} ms (slowest {max(spent):.0f})")
