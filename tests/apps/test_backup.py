"""The restore drill: a backup brought into an empty database is every row and byte of the first."""

import os
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import psycopg
import pytest
from django.db import connection
from example import ROUTINE

from maplestep.apps.operations.backup import FILES, BackupError, back_up, restore
from maplestep.apps.routines.actions.bring_in import store_routine
from maplestep.apps.songs.actions.sounds import ask_band
from maplestep.apps.songs.work import make
from maplestep.formats.routine.routine_file import RoutineForm

pytestmark = pytest.mark.django_db(transaction=True)


def address(name: str) -> str:
    at = connection.settings_dict
    return f"postgresql://{at['USER']}:{at['PASSWORD']}@{at['HOST']}:{at['PORT']}/{name}"


@pytest.fixture
def empty() -> Iterator[str]:
    """An empty database in the same cluster."""
    name = f"drill_{os.getpid()}"
    with psycopg.connect(address("postgres"), autocommit=True) as admin:
        admin.execute(f"drop database if exists {name}")
        admin.execute(f"create database {name} template template0")
    yield name
    with psycopg.connect(address("postgres"), autocommit=True) as admin:
        admin.execute(f"drop database {name} with (force)")


@pytest.fixture
def kept(make_user: Callable[[str], Any], media: Path) -> Path:
    """Something to keep: a routine and the band that plays its song."""
    routine = store_routine(make_user("ada"), RoutineForm.model_validate(ROUTINE))
    make(ask_band(routine.owner, routine.song_id))
    return media


def rows(name: str) -> dict[str, list[str]]:
    """Every row of every table, as text."""
    with psycopg.connect(address(name)) as db:
        tables = db.execute(
            "select table_name from information_schema.tables "
            "where table_schema = 'public' and table_type = 'BASE TABLE' order by 1"
        ).fetchall()
        return {
            table: [row for (row,) in db.execute(f'select t::text from "{table}" t order by 1')]
            for (table,) in tables
        }


def contents(folder: Path) -> dict[str, bytes]:
    return {str(f.relative_to(folder)): f.read_bytes() for f in folder.rglob("*") if f.is_file()}


def manage(command: str, folder: Path, name: str, media: Path) -> subprocess.CompletedProcess[str]:
    environment = os.environ | {"MAPLESTEP_DATABASE": address(name), "MAPLESTEP_MEDIA": str(media)}
    return subprocess.run(
        [sys.executable, "-m", "maplestep.server.manage", command, str(folder)],
        env=environment, capture_output=True, text=True, check=False,
    )  # fmt: skip


def test_a_restored_backup_is_every_row_and_byte(kept: Path, empty: str, tmp_path: Path) -> None:
    here, to = str(connection.settings_dict["NAME"]), tmp_path / "new-media"
    made = manage("backup", tmp_path / "backup", here, kept)
    assert made.returncode == 0, made.stderr
    back = manage("restore", tmp_path / "backup", empty, to)
    assert back.returncode == 0, back.stderr
    before = rows(here)
    assert before["songs_sound"]
    assert rows(empty) == before
    assert contents(to) == contents(kept) != {}
    # Once more: there is something in the way now, and nothing is touched.
    again = manage("restore", tmp_path / "backup", empty, to)
    assert (again.returncode, "has tables already" in again.stderr) == (1, True)
    assert rows(empty) == before
    twice = manage("backup", tmp_path / "backup", here, kept)
    assert (twice.returncode, "not empty" in twice.stderr) == (1, True)


@pytest.mark.parametrize("harm", ["a byte", "a file", "the list", "the dump"])
def test_a_backup_that_is_not_whole_is_refused_before_anything_is_written(
    harm: str, kept: Path, tmp_path: Path
) -> None:
    folder, to = tmp_path / "backup", tmp_path / "new"
    back_up(folder, kept, connection.settings_dict)
    sound = next((folder / "media").rglob("*.ogg"))
    if harm == "a byte":
        raw = bytearray(sound.read_bytes())
        raw[len(raw) // 2] ^= 1
        sound.write_bytes(raw)
    elif harm == "a file":
        sound.unlink()
    else:
        (folder / (FILES if harm == "the list" else "database.dump")).write_bytes(b"{")
    with pytest.raises(BackupError):
        restore(folder, to, connection.settings_dict, is_empty=True)
    assert not to.exists()
