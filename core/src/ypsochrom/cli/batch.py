"""A folder of photos planned one after the other: a class's, say. What is done stays done when it is stopped and begun again."""

import hashlib
import json
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

from ..formats.folder import write_folder
from ..kit.errors import YpsochromError
from ..kit.text import csv_text

PHOTOS = (".jpg", ".jpeg", ".png", ".webp", ".tif", ".tiff", ".heic", ".heif")
DONE = "batch.json"
"""Written into a photo's folder once everything else is there, with what it was planned from."""

STILL_S = 1.0
"""A file that was changed more lately may still be on its way."""

PlanOne = Callable[[Path, Path], None]
"""Plans one photo into one folder."""


@dataclass(frozen=True)
class One:
    """A photo of the folder: where its plan lies, and why there is none ("" where there is one)."""

    photo: Path
    out: Path
    why_not: str = ""


def round_of(
    folder: Path,
    out: Path,
    asked: Mapping[str, object],
    plan: PlanOne,
    told: Callable[[str], None],
    now: float | None = None,
) -> tuple[One, ...]:
    """Plan every photo that is not planned yet as `asked`, then write the summary; what came of each, in the order of names.

    A photo that cannot be planned is told and left; the others go on.
    """
    moment = time.time() if now is None else now
    found = []
    for photo, place in _places(folder, out):
        if moment - photo.stat().st_mtime < STILL_S:
            continue
        key = _key(photo, asked)
        if _key_of(place) == key:
            found.append(One(photo, place))
            continue
        try:
            plan(photo, place)
            write_folder(place, {DONE: json.dumps({"key": key, "photo": photo.name, **asked}, indent=1) + "\n"})
        except YpsochromError as problem:
            why = " ".join(str(problem).split())
            told(f"{photo.name}: {why}")
            found.append(One(photo, place, why))
            continue
        told(f"{photo.name}: planned")
        found.append(One(photo, place))
    if found:
        write_folder(out, {"summary.csv": summary_csv(found)})
    return tuple(found)


def _places(folder: Path, out: Path) -> Iterator[tuple[Path, Path]]:
    """Photos with the folder of each: named after the photo, with its kind too where two share a name."""
    photos = sorted(
        one for one in folder.iterdir() if one.is_file() and one.suffix.lower() in PHOTOS and one.name[0] != "."
    )
    stems = [one.stem for one in photos]
    for one in photos:
        yield one, out / (one.stem if stems.count(one.stem) == 1 else one.name.replace(".", "-"))


def _key(photo: Path, asked: Mapping[str, object]) -> str:
    digest = hashlib.sha256(json.dumps(asked, sort_keys=True).encode())
    digest.update(photo.read_bytes())
    return digest.hexdigest()


def _key_of(place: Path) -> str:
    """What a folder was planned from; "" where it was not, or not to the end."""
    try:
        return str(json.loads((place / DONE).read_text())["key"])
    except (OSError, ValueError, KeyError, TypeError):
        return ""


def summary_csv(found: Sequence[One]) -> str:
    """What every plan takes, or why there is none."""
    rows: list[list[str]] = []
    for one in found:
        if one.why_not:
            rows.append([one.photo.name, "", "", "", "", "", one.why_not])
            continue
        plan = json.loads((one.out / "plan.json").read_text())
        units = [unit for each in plan["passes"] for unit in each["units"]]
        minutes, ml = sum(unit["minutes"] for unit in units), sum(mix["volume_ml"] for mix in plan["mixes"])
        tubes = len(plan["palette"])
        rows.append([one.photo.name, one.out.name, str(len(units)), f"{minutes / 60:.1f}", f"{ml:.0f}", str(tubes), ""])
    return csv_text(["photo", "folder", "units", "hours", "ml", "tubes", "why not"], rows)
