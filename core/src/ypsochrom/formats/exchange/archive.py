"""The archive: paintings or a whole studio in one zip file with a manifest, documents as JSON, and pictures by content.

`manifest.json` names every other file with its size and SHA-256. Documents lie under `documents/`, each with its kind and
version; pictures under `pictures/`, named by the SHA-256 of what they hold. Reading never writes to a place that the file names,
reads no more than the limits below, and tells what it could not take instead of failing: docs/archive.md.
"""

import hashlib
import json
import re
import stat
import zipfile
import zlib
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from datetime import datetime
from typing import BinaryIO, Self

from ...kit.codec import Json
from ...kit.errors import BadArchive
from ...kit.progress import Progress, silent

KIND, VERSION = "ypsochrom archive", 1
MANIFEST = "manifest.json"

MOST_FILES = 60_000
MOST_BYTES = 8_000_000_000
MOST_DOCUMENT_BYTES = 200_000_000
MOST_PICTURE_BYTES = 120_000_000
MOST_MANIFEST_BYTES = 20_000_000
MOST_TIMES_SMALLER = 250
"""What is packed tighter than JSON ever is was made to fill a disk."""

_DOCUMENT = re.compile(r"documents/[a-z0-9][a-z0-9-]{0,80}\.json")
_PICTURE = re.compile(r"pictures/[0-9a-f]{64}\.(?:png|jpg)")
_SMALL_ENOUGH_TO_BE_TIGHT = 1_000_000
_UNREADABLE = (zipfile.BadZipFile, zlib.error, OSError, RuntimeError, EOFError, LookupError, ValueError)
"""What a damaged entry brings forth; a way of packing that nobody has is a `RuntimeError`."""


@dataclass(frozen=True)
class Document:
    """One document: `name` within the archive, and its kind, version and body."""

    name: str
    kind: str
    version: int
    body: Json


@dataclass(frozen=True)
class Fault:
    """A file of an archive that could not be taken, and why."""

    path: str
    why: str


@dataclass(frozen=True)
class About:
    """What an archive says of itself: of what it is ("painting" or "studio"), when and by which version it was made."""

    of: str
    made: datetime
    application: str


def write(
    out: BinaryIO,
    about: About,
    documents: Iterable[Document],
    pictures: Iterable[tuple[str, Callable[[], bytes]]],
    progress: Progress = silent,
) -> None:
    """Write an archive; `pictures` are names (`<sha256>.<suffix>`) with what gives their content. The manifest comes last."""
    moment = (max(about.made.year, 1980), *about.made.timetuple()[1:6])
    files: list[dict[str, Json]] = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:

        def add(path: str, content: bytes, how: int = zipfile.ZIP_DEFLATED) -> None:
            entry = zipfile.ZipInfo(path, moment)
            entry.compress_type, entry.external_attr = how, 0o644 << 16
            archive.writestr(entry, content)
            files.append({"path": path, "bytes": len(content), "sha256": hashlib.sha256(content).hexdigest()})

        for one in documents:
            text = {"kind": one.kind, "version": one.version, "body": one.body}
            add(f"documents/{one.name}.json", json.dumps(text, ensure_ascii=False, separators=(",", ":")).encode())
        wanted = list(pictures)
        for place, (name, content) in enumerate(wanted):
            progress(place / len(wanted), f"packing picture {place + 1} of {len(wanted)}")
            add(f"pictures/{name}", content(), zipfile.ZIP_STORED)
        manifest = {
            "kind": KIND,
            "version": VERSION,
            "of": about.of,
            "made": about.made.isoformat(),
            "application": about.application,
            "files": files,
        }
        files = []  # the manifest does not name itself
        add(MANIFEST, json.dumps(manifest, ensure_ascii=False, indent=1).encode())


@dataclass
class Archive:
    """An archive that is read: `about` it, the names of its documents, and `faults` for what could not be taken so far."""

    about: About
    names: tuple[str, ...]
    faults: list[Fault]
    _zip: zipfile.ZipFile = field(repr=False)
    _listed: dict[str, tuple[int, str]] = field(repr=False)

    @classmethod
    def opened(cls, file: BinaryIO) -> Self:
        """Open an archive; `BadArchive` where the file is none, or one that may not be opened."""
        try:
            packed = zipfile.ZipFile(file)
            entries = packed.infolist()
        except (zipfile.BadZipFile, OSError, ValueError, RuntimeError) as problem:
            raise BadArchive(
                "This file is not an archive of a studio.", "Choose a file that was saved as an archive."
            ) from problem
        _refuse_bombs(entries)
        about, listed = _manifest(packed)
        archive = cls(about, (), [], packed, listed)
        archive.names = archive._look_through(entries)
        return archive

    def _look_through(self, entries: list[zipfile.ZipInfo]) -> tuple[str, ...]:
        seen: set[str] = set()
        names = []
        for entry in entries:
            name = entry.filename
            if name == MANIFEST:
                continue
            if name in seen or name not in self._listed:
                self._fault(name, "twice in the archive" if name in seen else "not named in its manifest")
                continue
            seen.add(name)
            if stat.S_ISLNK(entry.external_attr >> 16) or not (_DOCUMENT.fullmatch(name) or _PICTURE.fullmatch(name)):
                self._fault(name, "not a file that an archive holds")
            elif _DOCUMENT.fullmatch(name):
                names.append(name.removeprefix("documents/").removesuffix(".json"))
        for name in self._listed:
            if name not in seen:
                self._fault(name, "missing")
        return tuple(sorted(names))

    def _fault(self, path: str, why: str) -> None:
        self.faults.append(Fault(path[:200], why))

    def document(self, name: str) -> Document | None:
        """A document by its name; None where it cannot be read, which is a fault then."""
        path = f"documents/{name}.json"
        content = self._content(path, MOST_DOCUMENT_BYTES)
        if content is None:
            return None
        try:
            told = json.loads(content)
            return Document(name, str(told["kind"]), int(told["version"]), told["body"])
        except (ValueError, KeyError, TypeError, RecursionError):
            self._fault(path, "cannot be read")
            return None

    def has_picture(self, name: str) -> bool:
        """Whether the archive says that it holds a picture of this name."""
        return f"pictures/{name}" in self._listed and _PICTURE.fullmatch(f"pictures/{name}") is not None

    def picture(self, name: str) -> bytes | None:
        """The content of a picture; None where it is missing or not what its name says, which is a fault then."""
        path = f"pictures/{name}"
        if not self.has_picture(name):
            return None
        content = self._content(path, MOST_PICTURE_BYTES)
        if content is not None and hashlib.sha256(content).hexdigest() != name.partition(".")[0]:
            self._fault(path, "not what its name says")
            return None
        return content

    def _content(self, path: str, most: int) -> bytes | None:
        """A file as it was packed, or None and a fault; no more than so many bytes are read, whatever the file says of itself."""
        size, digest = self._listed[path]
        try:
            with self._zip.open(path) as packed:
                content = packed.read(min(most, size) + 1)
        except _UNREADABLE:
            self._fault(path, "damaged")
            return None
        if len(content) != size or hashlib.sha256(content).hexdigest() != digest:
            self._fault(path, "larger than an archive may hold" if len(content) > most else "damaged")
            return None
        return content


def _refuse_bombs(entries: list[zipfile.ZipInfo]) -> None:
    whole = sum(entry.file_size for entry in entries)
    tight = any(
        entry.file_size > max(_SMALL_ENOUGH_TO_BE_TIGHT, MOST_TIMES_SMALLER * entry.compress_size) for entry in entries
    )
    if len(entries) > MOST_FILES or whole > MOST_BYTES or tight:
        raise BadArchive(
            "This archive is larger than any studio's.", "It was not opened. Save a single painting instead."
        )


def _manifest(packed: zipfile.ZipFile) -> tuple[About, dict[str, tuple[int, str]]]:
    try:
        with packed.open(MANIFEST) as file:
            content = file.read(MOST_MANIFEST_BYTES + 1)
        told: Json = json.loads(content) if len(content) <= MOST_MANIFEST_BYTES else {}
        if told["kind"] != KIND:
            raise ValueError
        version = int(told["version"])
        about = About(str(told["of"]), datetime.fromisoformat(told["made"]), str(told["application"])[:40])
        listed = {str(one["path"]): (int(one["bytes"]), str(one["sha256"])) for one in told["files"]}
    except Exception as problem:  # whatever a broken file brings forth
        raise BadArchive(
            "This file is not an archive of a studio, or its list of contents is damaged.",
            "Choose another file; of a damaged one the pictures can still be taken out with any zip program.",
        ) from problem
    if version > VERSION:
        raise BadArchive(
            f"This archive was saved by a newer version of the application ({about.application}).",
            "Bring this application up to date and try again.",
        )
    return about, listed
