"""HTTP of archives."""

from typing import Annotated

from django.http import FileResponse, HttpRequest
from ninja import File, Router, Status
from ninja.files import UploadedFile

from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services, tasks
from .schemas import SaveIn, TransferOut

router = Router()


@router.get("/newest", response={200: TransferOut | None, **PROBLEMS})
def newest(request: HttpRequest) -> TransferOut | None:
    """The archive that is worked on, or the one that was last."""
    found = services.latest(painter(request))
    return None if found is None else services.transfer_out(found)


@router.post("/out", response={202: TransferOut, **PROBLEMS})
def save(request: HttpRequest, given: SaveIn) -> Status[TransferOut]:
    """Begin to save a painting, or the whole studio."""
    return Status(202, services.transfer_out(tasks.enqueue(services.begin_saving(painter(request), given.painting))))


@router.post("/in", response={202: TransferOut, **PROBLEMS})
def take_in(request: HttpRequest, archive: Annotated[UploadedFile, File()]) -> Status[TransferOut]:
    """Begin to take an archive in; paintings that are there already stay as they are."""
    transfer = services.begin_taking_in(painter(request), archive.name or "archive.zip", archive.chunks())
    return Status(202, services.transfer_out(tasks.enqueue(transfer)))


@router.post("/{transfer_id}/copies", response={202: TransferOut, **PROBLEMS})
def copies(request: HttpRequest, transfer_id: int) -> Status[TransferOut]:
    """Take the same archive in once more, with copies of the paintings that were there already."""
    return Status(202, services.transfer_out(tasks.enqueue(services.take_copies(painter(request), transfer_id))))


@router.post("/{transfer_id}/cancel", response={200: TransferOut, **PROBLEMS})
def cancel(request: HttpRequest, transfer_id: int) -> TransferOut:
    """Stop it; what was taken in already stays."""
    return services.transfer_out(services.cancel(painter(request), transfer_id))


@router.get("/{transfer_id}/file", response={200: None, **PROBLEMS})
def file(request: HttpRequest, transfer_id: int) -> FileResponse:
    """The saved archive."""
    transfer, place = services.saved(painter(request), transfer_id)
    return FileResponse(place.open("rb"), as_attachment=True, filename=transfer.name, content_type="application/zip")
