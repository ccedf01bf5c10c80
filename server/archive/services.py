"""Archives that are saved and loaded: begun as runs of the studio, with a file each that is kept for a while."""

import os
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.utils import timezone

from server.records import runs
from server.records.history import painting_of
from server.records.models import Painting, Run
from server.records.pictures import must_have_room
from server.records.tasks import enqueue
from server.site.owned import one_of
from server.site.problems import Conflict, NotFound
from ypsochrom.formats.exchange.archive import Archive
from ypsochrom.kit.errors import BadArchive
from ypsochrom.kit.progress import Progress

from . import collecting
from .schemas import LoadedOut, TransferOut
from .taking_in import Taking

SAVE, LOAD = "save", "load"
KINDS = (SAVE, LOAD)
KEPT_FOR = timedelta(days=2)
"""So long an archive lies here to be fetched, or to be loaded once more."""

LARGEST_BYTES = 4_000_000_000


def place_of(run: Run) -> Path:
    """Where the archive of a run lies while it is kept."""
    folder = Path(settings.ARCHIVES)
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    return folder / f"{run.pk}.zip"


def latest(owner: Any) -> Run | None:
    """The archive that is worked on, or the one that was last."""
    return runs.latest_of_studio(owner, KINDS)


def begin_saving(owner: Any, painting_id: int | None) -> Run:
    """Begin to save a painting, or with None the whole studio."""
    title = "studio" if painting_id is None else _file_name(painting_of(owner, painting_id).title)
    name = f"{title} {timezone.localdate().isoformat()}.zip"
    return enqueue(runs.begin_for_studio(owner, SAVE, KINDS, {"painting": painting_id, "name": name}))


def begin_loading(owner: Any, name: str, chunks: Iterator[bytes]) -> Run:
    """Keep an uploaded archive and begin to load it; `BadArchive` where it is larger than one may be."""
    must_have_room(owner)
    run = runs.begin_for_studio(owner, LOAD, KINDS, {"name": name[-_LONGEST_NAME:], "copies": False})
    written = 0
    try:
        with _written_whole(place_of(run)) as file:
            for chunk in chunks:
                written += len(chunk)
                if written > LARGEST_BYTES:
                    raise BadArchive("This archive is larger than 4 GB.", "Save single paintings instead.")
                file.write(chunk)
    except BaseException:
        run.delete()
        raise
    return enqueue(run)


def load_copies(owner: Any, run_id: int) -> Run:
    """Load an archive once more, with copies of the paintings that were there already."""
    before = one_of(Run, owner, "archive", pk=run_id, kind=LOAD)
    if not place_of(before).exists():
        raise Conflict("This archive is not here any more.", "Choose the file again.")
    run = runs.begin_for_studio(owner, LOAD, KINDS, {**before.asked, "copies": True})
    os.link(place_of(before), place_of(run))
    return enqueue(run)


_LONGEST_NAME = 200


def _file_name(title: str) -> str:
    """A title as the name of a file: nothing that leads elsewhere or that systems do not take."""
    kept = "".join(one if one.isalnum() or one in " -_" else " " for one in title)
    return " ".join(kept.split())[:80] or "painting"


@contextmanager
def _written_whole(place: Path) -> Iterator[Any]:
    """A file that is there whole or not at all, for its owner's eyes only."""
    writing = place.with_suffix(".part")
    try:
        with open(os.open(writing, os.O_CREAT | os.O_TRUNC | os.O_RDWR, 0o600), "w+b") as file:
            yield file
        writing.replace(place)
    finally:
        writing.unlink(missing_ok=True)


def save(run: Run, progress: Progress) -> dict[str, Any]:
    """Write the archive of a run; the work of the background task."""
    which = run.asked["painting"]
    painting: Painting | None = None if which is None else painting_of(run.owner, which)
    with _written_whole(place_of(run)) as file:
        collecting.save(file, run.owner, painting, progress)
    return {"bytes": place_of(run).stat().st_size}


def load(run: Run, progress: Progress) -> dict[str, Any]:
    """Load the archive of a run; what is loaded so far stands in the run, also where it is stopped."""
    with place_of(run).open("rb") as file:
        taking = Taking(run.owner, Archive.opened(file), run.asked["copies"])

        def told(share: float, doing: str) -> None:
            Run.objects.filter(pk=run.pk).update(result=taking.report.model_dump())
            progress(share, doing)

        return taking.all(told).model_dump()


def saved(owner: Any, run_id: int) -> tuple[str, Path]:
    """The name and the place of a saved archive that can be fetched; `NotFound` where it cannot."""
    run = one_of(Run, owner, "archive", pk=run_id, kind=SAVE, state=Run.State.DONE)
    if not place_of(run).exists():
        raise NotFound("archive")
    return run.asked["name"], place_of(run)


def transfer_out(run: Run) -> TransferOut:
    """A run of an archive for the page."""
    told = run.result or {}
    is_there = run.kind == SAVE and run.state == Run.State.DONE and place_of(run).exists()
    return TransferOut(
        run=runs.out(run),
        name=run.asked["name"],
        bytes=told.get("bytes") if is_there else None,
        loaded=LoadedOut.model_validate(told) if run.kind == LOAD and run.result is not None else None,
    )


def tidy() -> None:
    """Let archives go that were kept long enough, and files that no run names."""
    folder = Path(settings.ARCHIVES)
    named = {f"{pk}.zip" for pk in Run.objects.filter(kind__in=KINDS).values_list("pk", flat=True)}
    for place in folder.glob("*") if folder.exists() else ():
        age_s = time.time() - place.stat().st_mtime
        if age_s > KEPT_FOR.total_seconds() or (place.name not in named and age_s > _UNDER_WAY_S):
            place.unlink(missing_ok=True)


_UNDER_WAY_S = 3600
