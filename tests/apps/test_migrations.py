"""Stored routines survive a change of the tables, there and back."""

from typing import Any

import pytest
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from maplestep.formats.routine.routine_file import EventForm

ROWS = ("routines", "0003_origin")
DOCUMENT = ("routines", "0005_no_event_rows")
TAG: dict[str, Any] = {"kind": "tag", "walls": [2, 5], "counts": 4, "cue": "one more mile"}
RESTART: dict[str, Any] = {
    "kind": "restart", "facings": ["6:00", "9:00"], "facing_at": "start", "after": "6&",
    "claims_facing": "3:00", "origin": "sheet",
}  # fmt: skip
WAIT: dict[str, Any] = {"kind": "wait", "walls": [3], "after": "16", "seconds": 2.5}


def migrated(to: tuple[str, str]) -> Any:
    executor = MigrationExecutor(connection)
    executor.migrate([to])
    loader = MigrationExecutor(connection).loader
    # What builds on the routines of today is no part of those of then.
    since = {to[0], "teaching"}
    others = [node for node in loader.graph.leaf_nodes() if node[0] not in since]
    return loader.project_state([*others, to]).apps


@pytest.mark.django_db(transaction=True)
def test_rows_of_events_become_the_document_and_rows_again() -> None:
    try:
        apps = migrated(ROWS)
        user = apps.get_model("accounts", "User").objects.create(username="ada")
        song = apps.get_model("songs", "Song").objects.create(owner=user, title="S", bpm=120)
        dance = apps.get_model("dances", "Dance").objects.create(owner=user, title="D", sheet="D")
        routine = apps.get_model("routines", "Routine").objects.create(
            owner=user, song=song, dance=dance
        )
        row_model = apps.get_model("routines", "RoutineEvent")
        for order, (key, event) in enumerate([("b", TAG), ("a", RESTART), ("c", WAIT)]):
            row_model.objects.create(routine=routine, order=order, key=key, **event)
        later = migrated(DOCUMENT).get_model("routines", "Routine").objects.get(pk=routine.pk)
        # The order of the rows, each as the open file writes it.
        forms = [EventForm.model_validate(event) for event in later.events]
        assert forms == [
            EventForm(id="b", **TAG), EventForm(id="a", **RESTART), EventForm(id="c", **WAIT),
        ]  # fmt: skip
        back = migrated(ROWS).get_model("routines", "RoutineEvent").objects.order_by("order")
        assert [
            {name: getattr(row, name) for name in event}
            for row, event in zip(back, (TAG, RESTART, WAIT), strict=True)
        ] == [TAG, RESTART, WAIT]
        assert [row.key for row in back] == ["b", "a", "c"]
    finally:
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())


# What the release before this one has. Brought forward when a release is made.
RELEASED = {
    "accounts": "0004_devices", "dances": "0005_draft_counts", "operations": "0001_initial",
    "routines": "0008_together", "songs": "0006_phrase_kind_section", "teaching": "0003_together",
}  # fmt: skip


def columns() -> dict[tuple[str, str], tuple[str, bool]]:
    """Type of every column of ours, and whether a row may be written without it."""
    with connection.cursor() as cursor:
        cursor.execute(
            "select table_name, column_name, data_type, is_nullable = 'YES' or column_default is "
            "not null or is_identity = 'YES' from information_schema.columns "
            "where table_schema = 'public' and table_name ~ %s",
            [f"^({'|'.join(RELEASED)})_"],
        )
        return {(table, name): (kind, free) for table, name, kind, free in cursor.fetchall()}


@pytest.mark.django_db(transaction=True)
def test_the_release_before_runs_on_the_tables_of_this_one() -> None:
    """Updated node by node, both run on one database: what the old one reads is there, and it can
    write without what it does not know of."""
    try:
        executor = MigrationExecutor(connection)
        executor.migrate(list(RELEASED.items()))
        before = columns()
    finally:
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())
    after = columns()
    assert len(before) > 80
    for column, (kind, free) in before.items():
        assert column in after, f"{column} is gone"
        assert after[column] == (kind, free), column
    tables = {table for table, _ in before}
    for column in after.keys() - before.keys():
        assert column[0] not in tables or after[column][1], f"{column} cannot be left out"
