"""Showing a painting to a teacher or by a link, and remarks on it. Whoever is shown a painting changes nothing of it."""

import json
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, Max
from django.http import HttpRequest
from django.utils import timezone

from server.records.history import painting_of
from server.records.models import Painting, Result
from server.school import events, people
from server.school.models import Role
from server.site.owned import one_of
from server.site.problems import Conflict, NotFound
from server.site.signed import SignedNumbers
from ypsochrom.kit.errors import BadSetting

from .looked import Looked
from .models import Remark, Share
from .schemas import NewsOut, RemarkIn, RemarkOut, ShareIn, ShareOut, SharingOut, ShownOut, TeacherOut

MOST_SHARES = 40
MOST_SHOWN = 100
MOST_REMARKS = 1000
_LONGEST_TITLE = 200
_links = SignedNumbers("server.sharing.link")


def out(owner: Any, painting_id: int, site: str) -> SharingOut:
    """How a painting is shown; `site` is the address that links begin with."""
    painting = painting_of(owner, painting_id)
    shown = [one for one in _rows().filter(painting=painting) if _counts(one)]
    known = {one.teacher_id for one in shown}
    return SharingOut(
        shares=[
            ShareOut(
                id=one.pk,
                teacher=None if one.teacher is None else one.teacher.get_username(),
                url=None if one.teacher is not None else f"{site}{link_of(one)}",
                until=one.until,
                made=one.made,
            )
            for one in shown
        ],
        teachers=[
            TeacherOut(id=one.pk, name=one.get_username())
            for one in people.of_role(Role.TEACHER, Role.OWNER)
            if one.pk not in known and one.pk != owner.pk
        ],
        remarks=remarks_of(painting, owner),
    )


def _rows() -> Any:
    return Share.objects.select_related("owner", "teacher", "painting", "painting__owner")


def link_of(share: Share) -> str:
    """The address, within the site, at which a link shows a painting."""
    return f"/shown/{_links.sign(share.pk)}"


def _counts(share: Share) -> bool:
    """Whether it is shown still: the link has not ended, the teacher is one still, the painting is not in the bin."""
    if share.until is not None and share.until <= timezone.now():
        return False
    if share.painting.removed is not None or not share.owner.is_active:
        return False
    return share.teacher is None or people.role_of(share.teacher) != Role.PAINTER


@transaction.atomic
def show(owner: Any, painting_id: int, given: ShareIn, request: HttpRequest) -> None:
    """Show a painting to a teacher, or make a link to it."""
    painting = painting_of(owner, painting_id)
    if Share.objects.filter(painting=painting).count() >= MOST_SHARES:
        raise Conflict("This painting is shown to many already.", "End some of them first.")
    if given.teacher is None:
        until = timezone.now() + timedelta(days=given.days)
        Share.objects.create(owner=owner, painting=painting, until=until)
        events.note(owner, "shared", request, f"“{painting.title}” by a link until {until:%d %B %Y}")
        return
    teachers = [one for one in people.of_role(Role.TEACHER, Role.OWNER) if one.pk == given.teacher]
    if not teachers or teachers[0].pk == owner.pk:
        raise NotFound("teacher")
    Share.objects.get_or_create(owner=owner, painting=painting, teacher=teachers[0])
    events.note(owner, "shared", request, f"“{painting.title}” to {teachers[0].get_username()}")


def end(owner: Any, share_id: int, request: HttpRequest) -> Painting:
    """Show it no longer; the painting."""
    share = one_of(Share, owner, "share", pk=share_id)
    painting: Painting = share.painting
    share.delete()
    events.note(owner, "unshared", request, f"“{painting.title}”")
    return painting


def share_of(ref: str, who: Any) -> Share:
    """The share that somebody may look at: a teacher by its number, a stranger by its link. `NotFound`."""
    if ref.isascii() and ref.isdigit() and len(ref) <= 15:
        wanted = _rows().filter(pk=int(ref), teacher=who.pk) if who.is_authenticated else Share.objects.none()
    else:
        wanted = _rows().filter(pk=_links.read(ref) or 0, teacher=None)
    found: Share | None = wanted.first()
    if found is None or not _counts(found):
        raise NotFound("painting")
    return found


def has_picture(share: Share, name: str) -> bool:
    """Whether a stored picture belongs to what is shown."""
    rows = Result.objects.filter(painting=share.painting).values_list("pictures", flat=True)
    return any(name in names for names in rows)


def shown_to(teacher: Any) -> list[ShownOut]:
    """The newest paintings that are shown to somebody, those that were shown last first."""
    if people.role_of(teacher) == Role.PAINTER:
        return []
    shares = list(
        _rows().filter(teacher=teacher, painting__removed=None, owner__is_active=True).order_by("-id")[:MOST_SHOWN]
    )
    paintings = [one.painting_id for one in shares]
    waiting, thumbnails = _waiting(paintings), _thumbnails(paintings)
    return [
        ShownOut(
            ref=str(one.pk),
            title=one.painting.title,
            by=one.owner.get_username(),
            thumbnail_url=f"/shown-media/{one.pk}/{thumbnails[one.painting_id]}"
            if one.painting_id in thumbnails
            else "",
            remarks=waiting.get(one.painting_id, 0),
        )
        for one in shares
    ]


def _waiting(paintings: list[int]) -> dict[int, int]:
    rows = Remark.objects.filter(painting__in=paintings, done=False)
    return dict(rows.values_list("painting").annotate(Count("pk")).order_by())


def _thumbnails(paintings: list[int]) -> dict[int, str]:
    """The thumbnails' names; of a painting that an earlier version worked on there may be none."""
    rows = Result.objects.filter(painting__in=paintings, node="subject").values_list("painting", "body")
    found = ((painting, json.loads(body)) for painting, body in rows)
    return {painting: told["thumbnail"] for painting, told in found if isinstance(told, dict) and "thumbnail" in told}


def remarks_of(painting: Painting, who: Any) -> list[RemarkOut]:
    """What was remarked on a painting, in the order of time."""
    return [
        RemarkOut(
            id=one.pk,
            by=one.by,
            own=one.author_id == who.pk,
            about=one.about,  # type: ignore[arg-type]
            subject=one.subject,
            title=one.title,
            pass_number=one.pass_number,
            text=one.text,
            at=one.at,
            done=one.done,
        )
        for one in Remark.objects.filter(painting=painting).select_related("author")
    ]


@transaction.atomic
def remark(looked: Looked, author: User, given: RemarkIn) -> None:
    """Remark something; `BadSetting` where it says nothing, `NotFound` where the painting has no such area or unit."""
    painting, text = looked.painting, given.text.strip()
    if not text:
        raise BadSetting("The remark says nothing.", "Write a word.")
    if Remark.objects.filter(painting=painting).count() >= MOST_REMARKS:
        raise Conflict("There are a thousand remarks on this painting.", "Remove some first.")
    row = Remark(owner=painting.owner, painting=painting, author=author, about=given.about, text=text)
    if given.about == "area":
        row.subject, row.title = given.subject, looked.names.get(given.subject, "")[:_LONGEST_TITLE]
    elif given.about == "unit":
        task = next((one for one in looked.units if one.subject == given.subject), None)
        row.subject = given.subject
        row.title, row.pass_number = ("", None) if task is None else (task.title[:_LONGEST_TITLE], task.pass_number)
    if given.about != "painting" and not row.title:
        raise NotFound(given.about)
    row.save()


def tick(owner: Any, remark_id: int, *, done: bool) -> Painting:
    """The painter's tick at a remark on their painting; the painting."""
    row = one_of(Remark, owner, "remark", pk=remark_id)
    row.done = done
    row.save(update_fields=["done"])
    painting: Painting = row.painting
    return painting


def removed(owner: Any, remark_id: int) -> Painting:
    """Remove a remark on one's own painting; the painting."""
    row = one_of(Remark, owner, "remark", pk=remark_id)
    painting: Painting = row.painting
    row.delete()
    return painting


def take_back(painting: Painting, author: Any, remark_id: int) -> None:
    """Take a remark of one's own back."""
    if Remark.objects.filter(painting=painting, author=author, pk=remark_id).delete()[0] == 0:
        raise NotFound("remark")


def news(owner: Any) -> list[NewsOut]:
    """Paintings of one's own at which remarks by others wait."""
    rows = Remark.objects.of(owner).filter(done=False, painting__removed=None).exclude(author=owner)
    newest = rows.values("painting", "painting__title").annotate(count=Count("pk"), last=Max("pk")).order_by("-last")
    last = Remark.objects.filter(pk__in=[one["last"] for one in newest]).select_related("author")
    authors = {one.pk: one.by for one in last}
    return [
        NewsOut(painting=one["painting"], title=one["painting__title"], by=authors[one["last"]], count=one["count"])
        for one in newest
    ]
