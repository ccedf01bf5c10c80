"""HTTP of sharing: the painter shows and ticks, a teacher looks and remarks, a stranger with a link looks."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from server.records.history import painting_of
from server.site.fields import Name, RowId
from server.site.owned import painter, site_of
from server.site.problems import Conflict

from . import seen, services
from .looked import Looked
from .schemas import DoneIn, NewsOut, RemarkIn, SeenOut, ShareIn, SharingOut, ShownOut

router = Router()


def _sharer(request: HttpRequest) -> Any:
    if not settings.HOSTED:
        raise Conflict("This studio is on your own machine.", "Save the painting as an archive, and send that.")
    return painter(request)


@router.get("/paintings/{painting_id}", response=SharingOut)
def sharing(request: HttpRequest, painting_id: RowId) -> SharingOut:
    """To whom a painting is shown, and what was remarked."""
    return services.out(_sharer(request), painting_id, site_of(request))


@router.post("/paintings/{painting_id}/shares", response=SharingOut)
def show(request: HttpRequest, painting_id: RowId, given: ShareIn) -> SharingOut:
    """Show a painting to a teacher, or by a link."""
    owner = _sharer(request)
    services.show(owner, painting_id, given, request)
    return services.out(owner, painting_id, site_of(request))


@router.delete("/shares/{share_id}", response=SharingOut)
def end(request: HttpRequest, share_id: RowId) -> SharingOut:
    """Show it no longer."""
    owner = _sharer(request)
    return services.out(owner, services.end(owner, share_id, request).pk, site_of(request))


@router.post("/paintings/{painting_id}/remarks", response=SharingOut)
def answer(request: HttpRequest, painting_id: RowId, given: RemarkIn) -> SharingOut:
    """Remark something on one's own painting: an answer, a question."""
    owner = _sharer(request)
    services.remark(Looked(painting_of(owner, painting_id)), owner, given)
    return services.out(owner, painting_id, site_of(request))


@router.patch("/remarks/{remark_id}", response=SharingOut)
def tick(request: HttpRequest, remark_id: RowId, given: DoneIn) -> SharingOut:
    """Tick a remark on one's own painting off, or take the tick away."""
    owner = _sharer(request)
    return services.out(owner, services.tick(owner, remark_id, done=given.done).pk, site_of(request))


@router.delete("/remarks/{remark_id}", response=SharingOut)
def remove(request: HttpRequest, remark_id: RowId) -> SharingOut:
    """Remove a remark on one's own painting."""
    owner = _sharer(request)
    return services.out(owner, services.removed(owner, remark_id).pk, site_of(request))


@router.get("/news", response=list[NewsOut])
def news(request: HttpRequest) -> list[NewsOut]:
    """Where remarks by others wait."""
    return services.news(_sharer(request))


@router.get("/shown", response=list[ShownOut])
def shown(request: HttpRequest) -> list[ShownOut]:
    """The paintings that are shown to who asks."""
    return services.shown_to(_sharer(request))


@router.get("/seen/{ref}", response=SeenOut, auth=None)
def look(request: HttpRequest, ref: Name) -> SeenOut:
    """A painting that is shown to who asks: to a teacher by the share's number, to a stranger by a link."""
    share = services.share_of(ref, request.user)
    return seen.out(share, Looked(share.painting), ref, request.user)


@router.post("/seen/{ref}/remarks", response=SeenOut)
def remark(request: HttpRequest, ref: RowId, given: RemarkIn) -> SeenOut:
    """Remark something on a painting that is shown to a teacher."""
    teacher = _sharer(request)
    share = services.share_of(str(ref), teacher)
    looked = Looked(share.painting)
    services.remark(looked, teacher, given)
    return seen.out(share, looked, str(ref), teacher)


@router.delete("/seen/{ref}/remarks/{remark_id}", response=SeenOut)
def take_back(request: HttpRequest, ref: RowId, remark_id: RowId) -> SeenOut:
    """Take a remark of one's own back."""
    teacher = _sharer(request)
    share = services.share_of(str(ref), teacher)
    services.take_back(share.painting, teacher, remark_id)
    return seen.out(share, Looked(share.painting), str(ref), teacher)
