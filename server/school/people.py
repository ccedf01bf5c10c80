"""Who belongs to a hosted site, with which role, and who is invited."""

from datetime import timedelta
from typing import Any

from axes.models import AccessAttempt
from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from server.site.problems import Conflict, NotFound
from server.site.signed import SignedNumbers
from ypsochrom.kit.errors import BadSetting

from . import events, passwords, sessions
from .models import Member, Place, Role

INVITED_FOR = timedelta(days=14)
ATTEMPTS_KEPT_FOR = timedelta(days=1)
_links = SignedNumbers("server.school.place")


def role_of(who: Any) -> Role:
    """Somebody's role; who has none is a painter."""
    found = Member.objects.filter(owner=who).values_list("role", flat=True).first()
    return Role(found or Role.PAINTER)


def set_role(who: Any, role: Role) -> None:
    """Give somebody a role."""
    Member.objects.update_or_create(owner=who, defaults={"role": role})


def must_look_after(who: Any) -> None:
    """`NotFound` for whoever is not an owner of the site."""
    if role_of(who) != Role.OWNER:
        raise NotFound("page")


def of_role(*roles: Role) -> list[User]:
    """Everybody of some roles who may log in, by name."""
    return list(User.objects.filter(is_active=True, pk__in=_with(roles)).order_by("username"))


def _with(roles: tuple[Role, ...]) -> Any:
    return Member.objects.filter(role__in=roles).values("owner")


@transaction.atomic
def change(
    owner: Any, number: int, request: HttpRequest, role: Role | None, locked: bool | None, mb: int | None
) -> None:
    """Give somebody another role or allowance, or lock them out, and in again; not oneself: a site keeps an owner."""
    must_look_after(owner)
    who = User.objects.select_for_update().filter(pk=number).first()
    if who is None:
        raise NotFound("painter")
    if who.pk == owner.pk and (role not in (None, Role.OWNER) or locked):
        raise Conflict("You look after this site.", "Let another owner change your role, or lock you out.")
    if role is not None and role != role_of(who):
        set_role(who, role)
        events.note(who, "role", request, role.label.lower())
    if mb is not None:
        Member.objects.update_or_create(owner=who, defaults={"allowance_mb": mb})
    if locked is not None and locked == who.is_active:
        who.is_active = not locked
        who.save(update_fields=["is_active"])
        if locked:
            sessions.end(who)
        events.note(who, "locked" if locked else "unlocked", request)


def invite(owner: Any, role: Role, mail: str, request: HttpRequest) -> Place:
    """Keep a place for somebody."""
    must_look_after(owner)
    place: Place = Place.objects.create(owner=owner, role=role, mail=mail, until=timezone.now() + INVITED_FOR)
    events.note(owner, "invited", request, role.label.lower())
    return place


def withdraw(owner: Any, number: int) -> None:
    """Keep a place no longer."""
    must_look_after(owner)
    Place.objects.filter(pk=number).delete()


def forget_old() -> None:
    """Delete places that nobody took, and what was noted of wrong passwords long ago."""
    Place.objects.filter(until__lt=timezone.now()).delete()
    AccessAttempt.objects.filter(attempt_time__lt=timezone.now() - ATTEMPTS_KEPT_FOR).delete()


def link_of(place: Place) -> str:
    """The address, within the site, at which the invited one joins."""
    return f"/join/{_links.sign(place.pk)}"


def place_of(code: str) -> Place:
    """The place that an invitation is for; `Conflict` where it counts no more."""
    kept = Place.objects.filter(until__gt=timezone.now(), owner__is_active=True)
    found: Place | None = kept.filter(pk=_links.read(code) or 0).first()
    if found is None:
        raise Conflict("This invitation is no longer valid.", "Ask for a new one: each lets in one painter, once.")
    return found


def join(code: str, name: str, password: str, mail: str, request: HttpRequest) -> User:
    """A new painter on the place that was kept; where name or password will not do (`new`), the place stays kept."""
    kept = place_of(code)
    who = new(name, password, mail or kept.mail)
    with transaction.atomic():
        place = place_of(code)
        who.save()
        set_role(who, Role(place.role))
        place.delete()
    events.note(who, "joined", request, place.get_role_display().lower())
    return who


def new(name: str, password: str, mail: str = "") -> User:
    """An account that is not kept yet, since a password is slow to hash; `BadSetting` where its name is taken or cannot be one,
    `BadPassword` where the password is too weak."""
    who = User(username=name.strip(), email=mail)
    try:
        who.full_clean(exclude=["password"])
    except ValidationError as problem:
        words = " ".join(problem.messages).replace("A user with that username already exists.", "This name is taken.")
        raise BadSetting(words, "Choose another.") from problem
    passwords.must_be_strong(password, who)
    who.set_password(password)
    return who
