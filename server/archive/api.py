"""HTTP of archives."""

from typing import Annotated

from django.http import FileResponse, HttpRequest
from ninja import File, Router, Status
from ninja.files import UploadedFile

from server.records import runs
from server.records.schemas import RunOut
from server.site.owned import painter

from . import services
from .schemas import SaveIn, TransferOut

router = Router()


@router.get("/newest", response=TransferOut | None)
def newest(request: HttpRequest) -> TransferOut | None:
    """The archive that is worked on, or the one that was last."""
    found = services.latest(painter(request))
    return None if found is None else services.transfer_out(found)


@router.get("/run", response=RunOut | None)
def archive_run(request: HttpRequest) -> RunOut | None:
    """How far it is."""
    found = services.latest(painter(request))
    return None if found is None else runs.out(found)


@router.post("/out", response={202: TransferOut})
def save(request: HttpRequest, given: SaveIn) -> Status[TransferOut]:
    """Begin to save a painting, or the whole studio."""
    return Status(202, services.transfer_out(services.begin_saving(painter(request), given.painting)))


@router.post("/in", response={202: TransferOut})
def load(request: HttpRequest, archive: Annotated[UploadedFile, File()]) -> Status[TransferOut]:
    """Begin to load an archive; paintings that are there already stay as they are."""
    run = services.begin_loading(painter(request), archive.name or "archive.zip", archive.chunks())
    return Status(202, services.transfer_out(run))


@router.post("/{run_id}/copies", response={202: TransferOut})
def copies(request: HttpRequest, run_id: int) -> Status[TransferOut]:
    """Load the same archive once more, with copies of the paintings that were there already."""
    return Status(202, services.transfer_out(services.load_copies(painter(request), run_id)))


@router.get("/{run_id}/file", response=None)
def file(request: HttpRequest, run_id: int) -> FileResponse:
    """The saved archive."""
    name, place = services.saved(painter(request), run_id)
    return FileResponse(place.open("rb"), as_attachment=True, filename=name, content_type="application/zip")
