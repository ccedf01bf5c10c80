"""How much everybody may keep and have worked out at once, so that nobody fills the site or its queue."""

from typing import Any

from django.conf import settings

from server.site.problems import Conflict

from .models import Member

MB = 1_000_000


def allowance_mb(who: Any) -> int | None:
    """How many MB of pictures somebody may keep; None without a limit, as on one's own machine."""
    return allowed_mb(Member.objects.filter(owner=who).first()) if settings.HOSTED else None


def allowed_mb(member: Member | None) -> int:
    """The same of a member of a hosted site."""
    own: int | None = None if member is None else member.allowance_mb
    return int(settings.USUAL_MB) if own is None else own


def must_have_room(who: Any, kept: int, more: int) -> None:
    """`Conflict` where somebody who keeps so many bytes may not keep so many more."""
    allowed = allowance_mb(who)
    if allowed is not None and kept + more > allowed * MB:
        raise Conflict(
            f"Your pictures take {kept / MB:.0f} MB; more than {allowed} MB are not kept for one painter.",
            "Empty the bin, remove paintings you no longer need, or ask whoever looks after this site for more.",
        )


def must_wait_its_turn(waiting: int) -> None:
    """`Conflict` where somebody has so many computations waiting that another has to wait before it is asked for."""
    if settings.HOSTED and waiting >= settings.MOST_WAITING:
        raise Conflict(f"{waiting} of your computations are waiting already.", "Wait for one to end, or stop one.")
