"""Backups: the database as it is at one moment and every picture, while painters work; and putting one on an empty machine.

A backup is a folder: `studio.sqlite3` (SQLite's own online copy), `pictures/`, `archives/` are left out, and `manifest.json`
with the SHA-256 of everything. Pictures never change, so those of an earlier backup beside it are linked, not copied.
"""

import hashlib
import json
import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from ypsochrom.kit.errors import BadSetting

KIND, VERSION = "ypsochrom backup", 1
DATABASE, PICTURES, MANIFEST = "studio.sqlite3", "pictures", "manifest.json"


@dataclass(frozen=True)
class Told:
    """What was backed up or restored: where, how many pictures, how many of them were copied, and what is damaged or missing."""

    place: Path
    pictures: int
    copied: int
    faults: tuple[str, ...] = ()


def backup(database: Path, pictures: Path, into: Path, now: datetime | None = None) -> Told:
    """A new backup in a folder; it is there whole or not at all. `BadSetting` where the folder cannot be written to."""
    moment = (now or datetime.now(UTC)).strftime("%Y-%m-%d-%H%M%S")
    place, writing = into / moment, into / f".{moment}.part"
    try:
        into.mkdir(parents=True, exist_ok=True)
        shutil.rmtree(writing, ignore_errors=True)
        writing.mkdir(mode=0o700)
        (writing / PICTURES).mkdir()
        earlier = _earlier(into)
        copied = _pictures(pictures, writing / PICTURES, earlier)
        _database(database, writing / DATABASE)
        copied += _pictures(pictures, writing / PICTURES, earlier)  # those that came while the database was copied
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


def _database(database: Path, to: Path) -> None:
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as here, closing(sqlite3.connect(to)) as there:
        here.backup(there, pages=2_000)
        there.execute("PRAGMA journal_mode=DELETE")


def _pictures(pictures: Path, to: Path, earlier: Path | None) -> int:
    """Pictures that are not there yet, linked from an earlier backup or copied; how many were copied."""
    copied = 0
    for one in _files(pictures) if pictures.exists() else ():
        target = to / one.parent.name / one.name
        if target.exists() or not _is_picture(one):
            continue
        target.parent.mkdir(exist_ok=True)
        known = None if earlier is None else earlier / PICTURES / one.parent.name / one.name
        try:
            if known is not None and known.exists():
                os.link(known, target)
                continue
            shutil.copyfile(one, target)
        except FileNotFoundError:  # deleted meanwhile: nothing mentions it any more
            continue
        copied += 1
    return copied


def _is_picture(place: Path) -> bool:
    """Whether a file is a picture that is whole: pictures are written beside their place first."""
    return len(place.stem) == 64 and place.suffix in (".png", ".jpg")


def _earlier(into: Path) -> Path | None:
    """The newest backup in a folder."""
    found = sorted(one.parent for one in into.glob(f"[0-9]*/{MANIFEST}"))
    return found[-1] if found else None


def restore(source: Path, data: Path) -> Told:
    """Put a backup into an empty data folder. `BadSetting` where the folder is not empty or the database damaged; pictures that
    are damaged or missing are told and left out.
    """
    if any(data.glob(DATABASE)) or any((data / PICTURES).glob("*")):
        raise BadSetting(
            "There is a studio in this data folder already.", "Restore into an empty one (YPSOCHROM_DATA)."
        )
    try:
        manifest = json.loads((source / MANIFEST).read_text())
        files: dict[str, str] = manifest["files"]
        if manifest["kind"] != KIND or manifest["version"] > VERSION:
            raise ValueError
    except (OSError, ValueError, KeyError, TypeError) as problem:
        raise BadSetting(
            f"{source} is no backup, or one of a newer version.", "Give the folder of one backup."
        ) from problem
    _checked_database(source / DATABASE, files.get(DATABASE, ""))
    faults, count = [], 0
    data.mkdir(parents=True, exist_ok=True, mode=0o700)
    for name, digest in files.items():
        place = source / name
        if name == DATABASE:
            continue
        if not _is_within(name) or not place.is_file() or _sha256(place) != digest:
            faults.append(name)
            continue
        target = data / name
        target.parent.mkdir(parents=True, exist_ok=True)
        shutil.copyfile(place, target)
        count += 1
    writing = data / f"{DATABASE}.part"
    shutil.copyfile(source / DATABASE, writing)
    writing.rename(data / DATABASE)  # last: until then the folder counts as empty of a studio
    return Told(data, count, count, tuple(faults))


def _is_within(name: str) -> bool:
    parts = name.split("/")
    return len(parts) == 3 and parts[0] == PICTURES and ".." not in parts and _is_picture(Path(parts[2]))


def _checked_database(database: Path, digest: str) -> None:
    damaged = BadSetting("The backup's database is damaged.", "Restore an earlier backup.")
    if not database.is_file() or _sha256(database) != digest:
        raise damaged
    try:
        with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as opened:
            if opened.execute("PRAGMA quick_check").fetchone() != ("ok",):
                raise damaged
    except sqlite3.DatabaseError as problem:
        raise damaged from problem


def _files(folder: Path) -> Iterator[Path]:
    return (one for one in sorted(folder.rglob("*")) if one.is_file())


def _named(place: Path, within: Path) -> str:
    return place.relative_to(within).as_posix()


def _sha256(place: Path) -> str:
    with place.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()
