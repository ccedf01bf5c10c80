"""Archives that are saved and taken in: begun, watched, stopped, and what came of them."""

import os
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from server.records import workshop
from server.records.history import painting_of
from server.site.owned import one_of
from server.site.problems import Conflict, NotFound
from ypsochrom.formats.exchange.archive import Archive
from ypsochrom.kit.errors import BadArchive, Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress

from . import collecting
from .models import Transfer
from .schemas import TakenInOut, TransferOut
from .taking_in import Taking

REPORT_EVERY_S = 0.25
LOST_AFTER = timedelta(seconds=90)
KEPT_FOR = timedelta(days=2)
"""So long an archive lies here to be fetched, or to be taken in once more."""

LARGEST_BYTES = 4_000_000_000
_UNDER_WAY = (Transfer.State.WAITING, Transfer.State.RUNNING)


def place_of(transfer: Transfer) -> Path:
    """Where an archive lies while it is kept."""
    folder = Path(settings.ARCHIVES)
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    return folder / f"{transfer.pk}.zip"


def begin_saving(owner: Any, painting_id: int | None) -> Transfer:
    """Begin to save a painting, or with None the whole studio."""
    painting = None if painting_id is None else painting_of(owner, painting_id)
    title = "studio" if painting is None else _file_name(painting.title)
    _refuse_a_second(owner)
    return Transfer.objects.create(
        owner=owner, way="out", painting=painting, name=f"{title} {timezone.localdate().isoformat()}.zip"
    )


def begin_taking_in(owner: Any, name: str, chunks: Iterator[bytes]) -> Transfer:
    """Keep an uploaded archive and begin to take it in; `BadArchive` where it is larger than one may be."""
    _refuse_a_second(owner)
    transfer = Transfer.objects.create(owner=owner, way="in", name=name[-200:])
    written = 0
    try:
        with _written_whole(place_of(transfer)) as file:
            for chunk in chunks:
                written += len(chunk)
                if written > LARGEST_BYTES:
                    raise BadArchive("This archive is larger than 4 GB.", "Save single paintings instead.")
                file.write(chunk)
    except BaseException:
        transfer.delete()
        raise
    return transfer


def take_copies(owner: Any, transfer_id: int) -> Transfer:
    """Take an archive in once more, with copies of the paintings that were there already."""
    before = one_of(Transfer, owner, "archive", pk=transfer_id, way="in")
    if not place_of(before).exists():
        raise Conflict("This archive is not here any more.", "Choose the file again.")
    _refuse_a_second(owner)
    transfer = Transfer.objects.create(owner=owner, way="in", name=before.name, copies=True)
    os.link(place_of(before), place_of(transfer))
    return transfer


def _refuse_a_second(owner: Any) -> None:
    newest = latest(owner)
    if newest is not None and newest.state in _UNDER_WAY:
        raise Conflict("An archive is being worked on already.", "Wait for it to end, or stop it first.")


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


def latest(owner: Any) -> Transfer | None:
    """The owner's newest archive as it is to be seen: one that was lost says so."""
    newest = Transfer.objects.of(owner).order_by("-id").first()
    return None if newest is None else as_seen(newest)


def as_seen(transfer: Transfer) -> Transfer:
    """A transfer (not saved) with what has become of it where its worker could not write it down."""
    silent = timezone.now() - transfer.heard > LOST_AFTER
    if transfer.state in _UNDER_WAY and (
        (transfer.state == Transfer.State.RUNNING and transfer.worker and not workshop.is_alive(transfer.worker))
        or (silent and not workshop.is_alive())
    ):
        transfer.state = Transfer.State.FAILED
        transfer.message = "It was interrupted."
        transfer.hint = "Start it again; of what was taken in already nothing is taken in twice."
    return transfer


def cancel(owner: Any, transfer_id: int) -> Transfer:
    """Ask it to stop; one that still waits ends at once."""
    transfer = one_of(Transfer, owner, "archive", pk=transfer_id)
    transfer.cancel = True
    if as_seen(transfer).state == Transfer.State.WAITING:
        transfer.state = Transfer.State.CANCELLED
    transfer.save()
    return transfer


def saved(owner: Any, transfer_id: int) -> tuple[Transfer, Path]:
    """A saved archive that can be fetched; `NotFound` where it cannot."""
    transfer = one_of(Transfer, owner, "archive", pk=transfer_id, way="out", state=Transfer.State.DONE)
    if not place_of(transfer).exists():
        raise NotFound("archive")
    return transfer, place_of(transfer)


def carry_out(transfer_id: int) -> None:
    """Save or take in; called by the background task."""
    with transaction.atomic():
        transfer = Transfer.objects.select_for_update().select_related("owner", "painting").get(pk=transfer_id)
        if transfer.state != Transfer.State.WAITING:
            return
        _note(transfer, state=Transfer.State.RUNNING, doing="beginning", worker=workshop.me())
    progress = _reporter(transfer)
    taking: Taking | None = None
    try:
        if transfer.way == "out":
            with _written_whole(place_of(transfer)) as file:
                collecting.save(file, transfer.owner, transfer.painting, progress)
        else:
            with place_of(transfer).open("rb") as file:
                taking = Taking(transfer.owner, Archive.opened(file), transfer.copies)
                taking.all(progress)
        _note(transfer, state=Transfer.State.DONE, share=1.0, doing="done", report=_told(taking))
    except Cancelled:
        _note(transfer, state=Transfer.State.CANCELLED, report=_told(taking))
    except YpsochromError as problem:
        _note(transfer, state=Transfer.State.FAILED, message=problem.message, hint=problem.hint, report=_told(taking))
    except Exception:
        _note(
            transfer,
            state=Transfer.State.FAILED,
            message="It failed for a reason that is not yours.",
            hint="Start it again; if it fails again, tell whoever looks after this installation.",
            report=_told(taking),
        )
        raise


def _told(taking: Taking | None) -> dict[str, Any] | None:
    return None if taking is None else taking.report.model_dump()


def _note(transfer: Transfer, **facts: Any) -> None:
    Transfer.objects.filter(pk=transfer.pk).update(**facts, heard=timezone.now())


def _reporter(transfer: Transfer) -> Progress:
    last = 0.0

    def report(share: float, doing: str) -> None:
        nonlocal last
        now = time.monotonic()
        if now - last < REPORT_EVERY_S:
            return
        last = now
        _note(transfer, share=share, doing=doing[:120])
        if Transfer.objects.filter(pk=transfer.pk, cancel=True).exists():
            raise Cancelled

    return report


def transfer_out(transfer: Transfer) -> TransferOut:
    """A transfer for the page."""
    place = place_of(transfer)
    fetchable = transfer.way == "out" and transfer.state == Transfer.State.DONE and place.exists()
    return TransferOut(
        id=transfer.pk,
        way=transfer.way,  # type: ignore[arg-type]  # a word of the schema
        name=transfer.name,
        painting=transfer.painting_id,
        state=transfer.state,  # type: ignore[arg-type]  # a word of the schema
        share=transfer.share,
        doing=transfer.doing,
        message=transfer.message,
        hint=transfer.hint,
        copies=transfer.copies,
        bytes=place.stat().st_size if fetchable else None,
        begun=transfer.begun,
        report=None if transfer.report is None else TakenInOut.model_validate(transfer.report),
    )


def tidy() -> None:
    """Let archives go that were kept long enough, and files that no row names."""
    Transfer.objects.filter(heard__lt=timezone.now() - KEPT_FOR).delete()
    folder = Path(settings.ARCHIVES)
    named = {f"{pk}.zip" for pk in Transfer.objects.values_list("pk", flat=True)}
    for place in folder.glob("*") if folder.exists() else ():
        if place.name not in named and time.time() - place.stat().st_mtime > LOST_AFTER.total_seconds():
            place.unlink(missing_ok=True)
