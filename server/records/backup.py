"""Backups: the database as it is at one moment and every picture, while painters work; and putting one on an empty machine.

A backup is a folder: the database (`dumps`), `pictures/`, and `manifest.json` with the SHA-256 of everything; archives are left
out. Pictures never change, so those of an earlier backup beside it are linked, not copied.
"""

import hashlib
import json
import os
import shutil
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from django.core.files.base import ContentFile
from django.core.files.storage import Storage

from ypsochrom.kit.errors import BadSetting

from .dumps import Dump

KIND, VERSION = "ypsochrom backup", 1
PICTURES, MANIFEST = "pictures", "manifest.json"


@dataclass(frozen=True)
class Told:
    """What was backed up or restored: where, how many pictures, how many of them were copied, and what is damaged or missing."""

    place: Path
    pictures: int
    copied: int
    faults: tuple[str, ...] = ()


def backup(database: Dump, pictures: Storage, into: Path, now: datetime | None = None) -> Told:
    """A new backup in a folder; it is there whole or not at all. `BadSetting` where the folder cannot be written to."""
    moment = (now or datetime.now(UTC)).strftime("%Y-%m-%d-%H%M%S")
    place, writing = into / moment, into / f".{moment}.part"
    try:
        into.mkdir(parents=True, exist_ok=True)
        shutil.rmtree(writing, ignore_errors=True)
        writing.mkdir(mode=0o700)
        (writing / PICTURES).mkdir()
        earlier = _earlier(into)
        copied = _copied(pictures, writing / PICTURES, earlier)
        database.write(writing / database.name)
        copied += _copied(pictures, writing / PICTURES, earlier)  # those that came while the database was copied
        files = {_named(one, writing): _sha256(one) for one in _files(writing)}
        manifest = {"kind": KIND, "version": VERSION, "made": moment, "files": files}
        (writing / MANIFEST).write_text(json.dumps(manifest, indent=1))
        writing.rename(place)
    except OSError as problem:
        shutil.rmtree(writing, ignore_errors=True)
        raise BadSetting(
            f"The backup could not be written: {problem.strerror}.", "Choose a folder with room."
        ) from problem
    return Told(place, len(files) - 1, copied)


def _copied(pictures: Storage, to: Path, earlier: Path | None) -> int:
    """Pictures that are not there yet, linked from an earlier backup or copied; how many were copied."""
    copied = 0
    for name in _names(pictures):
        target = to / name
        if target.exists():
            continue
        target.parent.mkdir(exist_ok=True)
        known = None if earlier is None else earlier / PICTURES / name
        try:
            if known is not None and known.exists():
                os.link(known, target)
                continue
            with pictures.open(name) as here, target.open("wb") as there:
                shutil.copyfileobj(here, there)
        except FileNotFoundError:  # deleted meanwhile: nothing mentions it any more
            continue
        copied += 1
    return copied


def _names(pictures: Storage) -> Iterable[str]:
    """The pictures of a storage that are whole, as `folder/name`."""
    try:
        folders = sorted(pictures.listdir("")[0])
    except FileNotFoundError:
        return
    for folder in folders:
        for name in sorted(pictures.listdir(folder)[1]):
            if _is_picture(Path(name)):
                yield f"{folder}/{name}"


def _is_picture(place: Path) -> bool:
    """Whether a file is a picture that is whole: pictures are written beside their place first."""
    return len(place.stem) == 64 and place.suffix in (".png", ".jpg")


def _earlier(into: Path) -> Path | None:
    """The newest backup in a folder."""
    found = sorted(one.parent for one in into.glob(f"[0-9]*/{MANIFEST}"))
    return found[-1] if found else None


def restore(source: Path, database: Dump, pictures: Storage) -> Told:
    """Put a backup on an empty machine, or go on with one that was broken off there. `BadSetting` where there is a studio
    already, or the backup's database is damaged or of another kind; pictures that are damaged or missing are told and left out.
    """
    files = _files_of(source)
    names = {name.removeprefix(f"{PICTURES}/") for name in files}
    if database.is_there() or not names.issuperset(_names(pictures)):
        raise BadSetting(
            "There is a studio here already.",
            "Restore onto an empty machine (an empty YPSOCHROM_DATA). "
            "After a restore that was broken off at its very end only migrate is missing.",
        )
    _check(source / database.name, files, database)
    faults, count = [], 0
    for name, digest in files.items():
        place = source / name
        if name == database.name:
            continue
        if not _is_within(name) or not place.is_file() or _sha256(place) != digest:
            faults.append(name)
            continue
        pictures.save(name.removeprefix(f"{PICTURES}/"), ContentFile(place.read_bytes()))
        count += 1
    database.put(source / database.name)  # last: until then there is no studio
    return Told(source, count, count, tuple(faults))


def _files_of(source: Path) -> dict[str, str]:
    """What a backup's manifest lists: names of files and their SHA-256."""
    try:
        manifest = json.loads((source / MANIFEST).read_text())
        files: dict[str, str] = manifest["files"]
        if manifest["kind"] != KIND or manifest["version"] > VERSION:
            raise ValueError
    except (OSError, ValueError, KeyError, TypeError) as problem:
        raise BadSetting(
            f"{source} is no backup, or one of a newer version.", "Give the folder of one backup."
        ) from problem
    return files


def _is_within(name: str) -> bool:
    parts = name.split("/")
    return len(parts) == 3 and parts[0] == PICTURES and ".." not in parts and _is_picture(Path(parts[2]))


def _check(place: Path, files: dict[str, str], database: Dump) -> None:
    if database.name not in files:
        raise BadSetting(
            "This backup is of another kind of database.",
            "Restore it with the settings it was made with; archives move a studio.",
        )
    if not place.is_file() or _sha256(place) != files[database.name] or not database.is_sound(place):
        raise BadSetting("The backup's database is damaged.", "Restore an earlier backup.")


def _files(folder: Path) -> Iterator[Path]:
    return (one for one in sorted(folder.rglob("*")) if one.is_file())


def _named(place: Path, within: Path) -> str:
    return place.relative_to(within).as_posix()


def _sha256(place: Path) -> str:
    with place.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()
