"""A tablet in the same network: let in by the painter alone, at an address they choose, with a code that counts once.

The studio stays on loopback. When the painter opens the door, a second web process listens at one address of this machine
(`demo.serve` follows the file that is written here) and knows nobody: a tablet is the painter's after it has shown the code of an
invitation, which the desk draws as a QR code, and keeps a token from then on.
"""

import contextlib
import hashlib
import json
import secrets
import socket
from dataclasses import dataclass
from datetime import datetime, timedelta
from ipaddress import ip_address
from typing import Any

import segno
from django.conf import settings
from django.db import transaction
from django.db.models import F
from django.utils import timezone

from server.records.models import Invitation, Tablet

from .owned import one_of
from .problems import Conflict, NotFound

COOKIE = "tablet"
LASTS = timedelta(days=30)
INVITED_FOR = timedelta(minutes=10)
MOST_TRIES = 5


@dataclass(frozen=True)
class Door:
    """Where the second web process listens."""

    address: str
    port: int

    @property
    def url(self) -> str:
        """The address of the studio through this door."""
        return f"http://{self.address}:{self.port}"


def own_addresses() -> list[str]:
    """IPv4 addresses under which this machine can be reached in its networks; nothing is sent to find them out."""
    found: set[str] = set()
    with contextlib.suppress(OSError):
        found |= {str(info[4][0]) for info in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET)}
    with contextlib.suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        probe.connect(("192.0.2.1", 9))  # names the way out; a datagram socket sends nothing by this
        found.add(probe.getsockname()[0])
    return sorted(one for one in found if not (ip_address(one).is_loopback or ip_address(one).is_unspecified))


def door() -> Door | None:
    """The door that is open."""
    try:
        written = json.loads((settings.DOOR_FILE).read_text())
        return Door(written["address"], written["port"])
    except (OSError, ValueError, KeyError):
        return None


def open_door(address: str) -> None:
    """Let tablets knock at one of this machine's own addresses."""
    _at_the_desk()
    if settings.DOOR_PORT is None:
        raise Conflict("This studio was not started so that a tablet can be let in.", "Start it with: make demo")
    if address not in own_addresses():
        raise Conflict(f"{address} is no address of this machine.", "Choose one from the list.")
    place = settings.DOOR_FILE
    writing = place.with_suffix(".new")
    writing.write_text(json.dumps({"address": address, "port": settings.DOOR_PORT}))
    writing.replace(place)


def close_door(owner: Any) -> None:
    """Nobody comes in any more, and no invitation counts."""
    _at_the_desk()
    (settings.DOOR_FILE).unlink(missing_ok=True)
    Invitation.objects.of(owner).delete()


def _at_the_desk() -> None:
    if settings.HOSTED or settings.DOOR:
        raise NotFound("page")


def invite(owner: Any, to: str, here: str) -> tuple[str, str, datetime]:
    """The address that a tablet opens to come to a page, as text and as a picture (data URI), and until when it counts.

    On a hosted site it is the page's own address, where the tablet logs in. `here` is the site as the desk sees it.
    """
    until = timezone.now() + INVITED_FOR
    if settings.HOSTED:
        url = f"{here}{to}"
    else:
        _at_the_desk()
        opened = door()
        if opened is None:
            raise Conflict("No tablet can come in yet.", "Let your tablet in first.")
        code = secrets.token_urlsafe(15)
        with transaction.atomic():
            Invitation.objects.of(owner).delete()
            Invitation.objects.create(owner=owner, code=_hashed(code), until=until)
        url = f"{opened.url}/pair/{code}?to={to}"
    return url, segno.make(url, error="m").svg_data_uri(scale=6, border=4), until


@transaction.atomic
def pair(code: str, name: str) -> str | None:
    """The token of a tablet that shows the code of an invitation, which then counts no more; None where it does not.

    After some wrong codes every invitation is void, so that none can be guessed.
    """
    now = timezone.now()
    Invitation.objects.filter(until__lt=now).delete()
    found = Invitation.objects.select_for_update().filter(code=_hashed(code)).first()
    if found is None:
        Invitation.objects.update(tries=F("tries") + 1)
        Invitation.objects.filter(tries__gte=MOST_TRIES).delete()
        return None
    token = secrets.token_urlsafe(32)
    Tablet.objects.create(owner=found.owner, token=_hashed(token), name=name[:120])
    found.delete()
    return token


def painter_of(token: str | None) -> Any:
    """Whose tablet this is; None for a stranger's."""
    if not token:
        return None
    since = timezone.now() - LASTS
    found = Tablet.objects.select_related("owner").filter(token=_hashed(token), let_in__gt=since).first()
    return None if found is None else found.owner


def tablets(owner: Any) -> list[Tablet]:
    """The tablets that were let in."""
    return list(Tablet.objects.of(owner).filter(let_in__gt=timezone.now() - LASTS))


def send_away(owner: Any, tablet_id: int) -> None:
    """A tablet is a stranger again."""
    _at_the_desk()
    one_of(Tablet, owner, "tablet", pk=tablet_id).delete()


def _hashed(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()
