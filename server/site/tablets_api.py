"""HTTP of tablets: the door opened and closed at the desk, invitations, and a tablet that shows its code."""

from datetime import datetime
from typing import Annotated

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Field, Router, Status
from ninja.errors import AuthenticationError
from ninja.utils import check_csrf

from server.site.schema import Schema

from . import tablets
from .fields import Name
from .owned import painter, site_of
from .problems import Conflict

router = Router()


class TabletOut(Schema):
    """A tablet that was let in."""

    id: int
    name: str
    let_in: datetime


class TabletsOut(Schema):
    """Addresses of this machine, the one that is open, and who was let in. `can_open` is False where there is no door to open."""

    hosted: bool
    can_open: bool
    addresses: list[str]
    open: str | None
    tablets: list[TabletOut]


class DoorIn(Schema):
    """The address at which tablets may knock."""

    address: Annotated[str, Field(max_length=45)]


class InvitationIn(Schema):
    """The page that the tablet is to open."""

    to: Annotated[str, Field(max_length=200, pattern=r"^/([\w-][\w/-]*)?$")] = "/"


class InvitationOut(Schema):
    """What the tablet opens, as an address and as a QR code (data URI), and until when it counts."""

    url: str
    picture: str
    until: datetime


class PairIn(Schema):
    """The code of an invitation, and what the tablet calls itself."""

    code: Annotated[str, Field(max_length=80)]
    name: Name = "tablet"


@router.get("", response=TabletsOut)
def listed(request: HttpRequest) -> TabletsOut:
    """The door and who was let in."""
    return _out(painter(request))


def _out(owner: object) -> TabletsOut:
    opened = tablets.door()
    at_desk = not (settings.HOSTED or settings.DOOR)
    return TabletsOut(
        hosted=settings.HOSTED,
        can_open=at_desk and settings.DOOR_PORT is not None,
        addresses=tablets.own_addresses() if at_desk else [],
        open=opened.url if opened is not None and at_desk else None,
        tablets=[TabletOut(id=t.pk, name=t.name, let_in=t.let_in) for t in tablets.tablets(owner)],
    )


@router.put("/door", response=TabletsOut)
def open_door(request: HttpRequest, given: DoorIn) -> TabletsOut:
    """Let tablets knock at one address of this machine."""
    tablets.open_door(given.address)
    return _out(painter(request))


@router.delete("/door", response=TabletsOut)
def close_door(request: HttpRequest) -> TabletsOut:
    """Close the door."""
    tablets.close_door(painter(request))
    return _out(painter(request))


@router.post("/invitation", response=InvitationOut)
def invite(request: HttpRequest, given: InvitationIn) -> InvitationOut:
    """A code that lets one tablet in, once."""
    url, picture, until = tablets.invite(painter(request), given.to, site_of(request))
    return InvitationOut(url=url, picture=picture, until=until)


@router.post("/pair", response={204: None}, auth=None)
def pair(request: HttpRequest, given: PairIn, response: HttpResponse) -> Status[None]:
    """Show the code of an invitation; from then on this tablet is the painter's."""
    if check_csrf(request):
        raise AuthenticationError
    token = tablets.pair(given.code, given.name)
    if token is None:
        raise Conflict("This code is no longer valid.", "Take a new one at the desk: each lets in one tablet, once.")
    response.set_cookie(
        tablets.COOKIE,
        token,
        max_age=int(tablets.LASTS.total_seconds()),
        httponly=True,
        samesite="Lax",
        secure=settings.SESSION_COOKIE_SECURE,
    )
    return Status(204, None)


@router.delete("/{tablet_id}", response=TabletsOut)
def send_away(request: HttpRequest, tablet_id: int) -> TabletsOut:
    """A tablet is a stranger again."""
    tablets.send_away(painter(request), tablet_id)
    return _out(painter(request))
