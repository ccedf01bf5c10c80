"""HTTP of people at a hosted site: who looks after it invites and gives roles; strangers join, or ask for a new password."""

from datetime import datetime
from typing import Annotated, Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db.models import Sum
from django.http import HttpRequest
from ninja import Field, Router, Status
from ninja.errors import AuthenticationError
from ninja.utils import check_csrf

from server.records.models import StoredPicture
from server.school import events, mail, passwords, people, quotas
from server.school.models import Member, Place, Role
from server.site.schema import Schema

from .fields import Mail, Name, Password, RowId
from .owned import painter, site_of
from .problems import Conflict

router = Router()


class PersonOut(Schema):
    """Somebody who may log in; `kept_mb` of pictures, `allowed_mb` at most."""

    id: int
    name: str
    role: Role
    joined: datetime
    seen: datetime | None
    locked: bool
    kept_mb: float
    allowed_mb: int | None
    you: bool


class InvitedOut(Schema):
    """A place that is kept for somebody, and the link that is to reach them."""

    id: int
    role: Role
    mail: str
    until: datetime
    url: str


class PeopleOut(Schema):
    """Everybody at the site, who is invited, and what happened lately. `mails` says whether letters really go out."""

    people: list[PersonOut]
    places: list[InvitedOut]
    events: list[events.EventOut]
    mails: bool


class InviteIn(Schema):
    """Whom to invite; without an address the link is handed over by the owner."""

    role: Role = Role.PAINTER
    mail: Mail = ""


class PersonIn(Schema):
    """What is to be changed of somebody."""

    role: Role | None = None
    locked: bool | None = None
    allowed_mb: Annotated[int, Field(ge=0, le=1_000_000)] | None = None


class CodeOut(Schema):
    """What an invitation is to: the site's owner who sent it, and the role."""

    by: str
    role: Role
    mail: str


class JoinIn(Schema):
    """Name and password of a new painter, and where a link to a new password may go."""

    name: Name
    password: Password
    mail: Mail = ""


class ForgotIn(Schema):
    """Name or mail address of somebody who has forgotten the password."""

    who: Name


class NewPasswordIn(Schema):
    """A new password, with what the link in the letter says."""

    number: Annotated[str, Field(max_length=40)]
    token: Annotated[str, Field(max_length=100)]
    password: Password


def _hosted() -> None:
    if not settings.HOSTED:
        raise Conflict("This studio is on your own machine and asks for no login.", "There is nobody to invite.")


def _owner(request: HttpRequest) -> Any:
    _hosted()
    who = painter(request)
    people.must_look_after(who)
    return who


def _open(request: HttpRequest) -> None:
    """What a stranger may do: only from the site's own page."""
    if check_csrf(request):
        raise AuthenticationError
    _hosted()


@router.get("/people", response=PeopleOut)
def listed(request: HttpRequest) -> PeopleOut:
    """Everybody at the site; for its owners only."""
    return _out(request, _owner(request))


def _out(request: HttpRequest, owner: User) -> PeopleOut:
    members = {one.owner_id: one for one in Member.objects.all()}
    kept = dict(StoredPicture.objects.values_list("owner").annotate(Sum("size")))
    return PeopleOut(
        people=[
            PersonOut(
                id=one.pk,
                name=one.get_username(),
                role=Role(members[one.pk].role) if one.pk in members else Role.PAINTER,
                joined=one.date_joined,
                seen=one.last_login,
                locked=not one.is_active,
                kept_mb=kept.get(one.pk, 0) / quotas.MB,
                allowed_mb=quotas.allowed_mb(members.get(one.pk)),
                you=one.pk == owner.pk,
            )
            for one in User.objects.exclude(password__startswith="!").order_by("username")
        ],
        places=[_place(request, one) for one in Place.objects.all()],
        events=events.told(),
        mails=not settings.EMAIL_BACKEND.endswith("console.EmailBackend"),
    )


def _place(request: HttpRequest, one: Place) -> InvitedOut:
    url = site_of(request) + people.link_of(one)
    return InvitedOut(id=one.pk, role=Role(one.role), mail=one.mail, until=one.until, url=url)


@router.post("/places", response=PeopleOut)
def invite(request: HttpRequest, given: InviteIn) -> PeopleOut:
    """Invite somebody; with an address a letter goes out."""
    owner = _owner(request)
    place = people.invite(owner, given.role, given.mail, request)
    if given.mail:
        mail.send_invitation.enqueue(place.pk, site_of(request))
    return _out(request, owner)


@router.delete("/places/{number}", response=PeopleOut)
def withdraw(request: HttpRequest, number: RowId) -> PeopleOut:
    """Take an invitation back."""
    owner = _owner(request)
    people.withdraw(owner, number)
    return _out(request, owner)


@router.patch("/people/{number}", response=PeopleOut)
def change(request: HttpRequest, number: RowId, given: PersonIn) -> PeopleOut:
    """Give somebody another role or allowance, lock them out or let them in again."""
    owner = _owner(request)
    people.change(owner, number, request, given.role, given.locked, given.allowed_mb)
    return _out(request, owner)


@router.get("/join/{code}", response=CodeOut, auth=None)
def invited(request: HttpRequest, code: Name) -> CodeOut:
    """What an invitation is to; `Conflict` where it counts no more."""
    _hosted()
    place = people.place_of(code)
    return CodeOut(by=place.owner.get_username(), role=Role(place.role), mail=place.mail)


@router.post("/join/{code}", response={204: None}, auth=None)
def join(request: HttpRequest, code: Name, given: JoinIn) -> Status[None]:
    """Take the place that was kept; from then on one logs in with name and password."""
    _open(request)
    people.join(code, given.name, given.password, given.mail, request)
    return Status(204, None)


@router.post("/forgot", response={204: None}, auth=None)
def forgot(request: HttpRequest, given: ForgotIn) -> Status[None]:
    """Ask for a link to a new password; the answer is the same whether there is such a painter or not."""
    _open(request)
    for who in passwords.forgotten(given.who.strip(), request):
        mail.send_new_password.enqueue(who.pk, site_of(request))
    return Status(204, None)


@router.post("/reset", response={204: None}, auth=None)
def reset(request: HttpRequest, given: NewPasswordIn) -> Status[None]:
    """Set a new password by the link in a letter; whoever was logged in is so no longer."""
    _open(request)
    passwords.reset(given.number, given.token, given.password, request)
    return Status(204, None)
