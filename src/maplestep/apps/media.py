"""Where the files of sounds lie: in a folder all machines share, or in a bucket (S3).

With a bucket the folder ``settings.MEDIA`` of each machine is its workbench: what is written there
is kept in the bucket under the same name, what is asked for and not there is fetched, and what was
not written or fetched for a day is cleared. Without one, nothing here does anything.
"""

from __future__ import annotations

import shutil
import time
import uuid
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import timedelta
from pathlib import Path
from typing import Final

from django.conf import settings
from django.core.files import File
from django.core.files.storage import Storage, storages
from django.utils import timezone

from .errors import StoreAway

BUCKET: Final = "sound"
_DAY_SECONDS: Final = 86_400
_HOUR_SECONDS: Final = 3600
_cleared: float = 0.0


def bucket() -> Storage | None:
    """The bucket, or None where the folder is all there is."""
    return storages[BUCKET] if BUCKET in settings.STORAGES else None


@contextmanager
def _reached() -> Iterator[None]:
    """What a bucket that does not answer raises becomes StoreAway; all else stays what it is."""
    from botocore.exceptions import BotoCoreError, ClientError  # noqa: PLC0415 - slow to load

    try:
        yield
    except BotoCoreError as error:
        raise StoreAway from error
    except ClientError as error:
        if error.response.get("ResponseMetadata", {}).get("HTTPStatusCode", 500) < _OUR_MISTAKE:
            raise
        raise StoreAway from error


_OUR_MISTAKE: Final = 500


def _key(file: Path) -> str:
    return file.relative_to(settings.MEDIA).as_posix()


def keep(file: Path) -> None:
    """Keep what was just written. Raises StoreAway."""
    if (kept := bucket()) is not None:
        with file.open("rb") as opened, _reached():
            kept.save(_key(file), File(opened))


def fetch(file: Path) -> bool:
    """Have a file here; False when there is none. Raises StoreAway."""
    kept = bucket()
    if file.exists() or kept is None:
        return file.exists()
    _clear()
    file.parent.mkdir(parents=True, exist_ok=True)
    part = file.with_name(f"{file.name}.{uuid.uuid4().hex}.part")
    try:
        with _reached(), kept.open(_key(file)) as opened, part.open("wb") as out:
            shutil.copyfileobj(opened, out)
        part.replace(file)
    except FileNotFoundError:
        return False
    finally:
        part.unlink(missing_ok=True)
    return True


def forget(file: Path) -> None:
    """Remove a file, here and in the bucket. From a bucket that does not answer it goes when what
    belongs to no sound is cleared away."""
    file.unlink(missing_ok=True)
    if (kept := bucket()) is not None:
        with suppress(StoreAway), _reached():
            kept.delete(_key(file))


def names(folder: str = "") -> list[str]:
    """The names of all files in the bucket below a folder."""
    kept = bucket()
    if kept is None:
        return []
    folders, files = kept.listdir(folder)
    lead = f"{folder}/" if folder else ""
    found = [f"{lead}{name}" for name in files if name]
    for each in folders:
        found += names(f"{lead}{each}")
    return found


def old_names(seconds: float) -> list[str]:
    """The names of all files that lie in the bucket for so long."""
    kept, before = bucket(), timezone.now() - timedelta(seconds=seconds)
    if kept is None:
        return []
    return [name for name in names() if kept.get_modified_time(name) < before]


def forget_folder(folder: Path) -> None:
    """Remove a folder with all that is in it."""
    for name in names(_key(folder)):
        forget(Path(settings.MEDIA) / name)
    shutil.rmtree(folder, ignore_errors=True)


def _clear() -> None:
    """Now and then, take off this machine what it has not needed for a day."""
    global _cleared  # noqa: PLW0603 - one clock a process
    now = time.time()
    if now - _cleared < _HOUR_SECONDS:
        return
    _cleared = now
    for file in Path(settings.MEDIA).glob("*/*"):
        if file.is_file() and now - file.stat().st_mtime > _DAY_SECONDS:
            file.unlink(missing_ok=True)
