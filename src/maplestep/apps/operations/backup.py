"""Everything a server keeps, as a folder: the database (pg_dump's own form) and all sound files.

``database.dump`` is one snapshot. Files are copied before it is taken and again after it, so that
whatever it speaks of is there: a file is never changed once it is written, only added or removed.
``files.json`` has the SHA-256 of each file; a restore reads every one of them before it begins.
"""

from __future__ import annotations

import hashlib
import json
import os
import shutil
import subprocess
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any, Final

DUMP: Final = "database.dump"
FILES: Final = "files.json"
MEDIA: Final = "media"
FORMAT: Final = "maplestep-backup"
_CHUNK: Final = 1 << 20


class BackupError(Exception):
    """Why a backup cannot be made or used, for whoever runs the server."""


def back_up(folder: Path, media: Path, database: Mapping[str, Any]) -> int:
    """Write a backup into an empty or new folder; the number of its files. Raises BackupError."""
    if folder.exists() and any(folder.iterdir()):
        raise BackupError(f"{folder} is not empty. Name a new folder for each backup.")
    kept = folder / MEDIA
    kept.mkdir(parents=True, exist_ok=True)
    _copy_new(media, kept)
    with (folder / DUMP).open("wb") as out:
        _run(["pg_dump", "--format=custom", "--no-owner", "--no-privileges"], database, stdout=out)
    _copy_new(media, kept)
    sums = {str(file.relative_to(kept)): _sum(file) for file in _files(kept)}
    told = {"format": FORMAT, "version": 1, DUMP: _sum(folder / DUMP), "files": sums}
    # Written last: a folder without it is no backup.
    (folder / FILES).write_text(json.dumps(told, indent=1))
    return len(sums)


def restore(folder: Path, media: Path, database: Mapping[str, Any], *, is_empty: bool) -> int:
    """Bring a backup into an empty database and media folder; the number of its files.

    Raises BackupError, before anything is written, when the backup is not whole or there is
    something in the way.
    """
    sums = _checked(folder)
    if not is_empty:
        name = database["NAME"]
        raise BackupError(f"The database {name} has tables already. Restore into an empty one.")
    if media.exists() and any(_files(media)):
        raise BackupError(f"There are files in {media} already. Restore into an empty folder.")
    _copy_new(folder / MEDIA, media)
    dump = str(folder / DUMP)
    options = ["--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction"]
    _run(["pg_restore", *options, f"--dbname={database['NAME']}", dump], database)
    return len(sums)


def _checked(folder: Path) -> dict[str, str]:
    """The files of a backup with their sums, each of them read. Raises BackupError."""
    try:
        told = json.loads((folder / FILES).read_text())
        sums, dump = dict(told["files"]), told[DUMP]
    except (OSError, ValueError, KeyError, TypeError) as error:
        raise BackupError(f"{folder} is no whole backup: {FILES} cannot be read.") from error
    for name, wanted in ((f"{MEDIA}/{name}", each) for name, each in sums.items()):
        _check(folder / name, wanted)
    _check(folder / DUMP, dump)
    return sums


def _check(file: Path, wanted: str) -> None:
    if not file.is_file():
        raise BackupError(f"{file} is missing, so this backup is not whole.")
    if _sum(file) != wanted:
        raise BackupError(f"{file} is not what was written: it has been damaged or changed.")


def _files(folder: Path) -> Iterator[Path]:
    return (file for file in sorted(folder.rglob("*")) if file.is_file())


def _copy_new(source: Path, target: Path) -> None:
    for file in _files(source) if source.exists() else ():
        copy = target / file.relative_to(source)
        if copy.exists():
            continue
        copy.parent.mkdir(parents=True, exist_ok=True)
        part = copy.with_name(f"{copy.name}.part")
        try:
            shutil.copy2(file, part)
        except FileNotFoundError:
            continue  # removed meanwhile: the snapshot does not speak of it
        part.rename(copy)


def _sum(file: Path) -> str:
    digest = hashlib.sha256()
    with file.open("rb") as opened:
        while chunk := opened.read(_CHUNK):
            digest.update(chunk)
    return digest.hexdigest()


def _run(command: list[str], database: Mapping[str, Any], stdout: Any = None) -> None:
    """Run a tool of PostgreSQL; the password goes by the environment, where nobody lists it."""
    environment = os.environ | {
        "PGHOST": str(database["HOST"]), "PGPORT": str(database["PORT"]),
        "PGUSER": str(database["USER"]), "PGPASSWORD": str(database["PASSWORD"]),
        "PGDATABASE": str(database["NAME"]),
    }  # fmt: skip
    tool = _tool(command[0])
    run = subprocess.run(  # noqa: S603 - PostgreSQL's own tool
        [tool, *command[1:]], env=environment, stdout=stdout, stderr=subprocess.PIPE, check=False
    )
    if run.returncode:
        said = run.stderr.decode(errors="replace").strip().splitlines()
        raise BackupError(f"{command[0]} failed: {said[-1] if said else run.returncode}")


def _tool(name: str) -> str:
    """Debian keeps the tools of each release in a folder of their own: the newest reads all."""
    found = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{name}"))
    tool = str(found[-1]) if found else shutil.which(name)
    if tool is None:
        raise BackupError(f"{name} is missing; install Debian's package postgresql-client.")
    return tool
