"""One-time codes beside the password (RFC 6238), from an app on the painter's phone; spare ones on paper for when it is lost."""

import base64
from dataclasses import dataclass
from typing import Any

import segno
from django.db import transaction
from django_otp import match_token
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice

from ypsochrom.kit.errors import YpsochromError

SPARES = 10
_NAME = "phone"


class WrongCode(YpsochromError):
    """A one-time code that does not fit, or comes too soon after wrong ones."""

    code = "site.wrong_code"


@dataclass(frozen=True)
class Begun:
    """What the app is to be told: as letters to type and as a QR code (data URI)."""

    secret: str
    picture: str


def are_on(who: Any) -> bool:
    """Whether logging in asks for a code."""
    return TOTPDevice.objects.filter(user=who, confirmed=True).exists()


@transaction.atomic
def begin(who: Any) -> Begun:
    """A new secret for the app; it counts once a code of it has been shown, and what counted before counts until then."""
    TOTPDevice.objects.filter(user=who, confirmed=False).delete()
    made = TOTPDevice.objects.create(user=who, name=_NAME, confirmed=False)
    secret = base64.b32encode(made.bin_key).decode().rstrip("=")
    return Begun(secret, segno.make(made.config_url, error="m").svg_data_uri(scale=5, border=4))


@transaction.atomic
def confirm(who: Any, code: str) -> list[str]:
    """Ask for codes from now on; the spare ones. `WrongCode`."""
    found = TOTPDevice.objects.select_for_update().filter(user=who, confirmed=False).first()
    if found is None or not found.verify_token(_digits(code)):
        raise WrongCode("This code does not fit.", "Type the one that the app shows now; its clock has to be right.")
    end(who)
    found.confirmed = True
    found.save()
    paper = StaticDevice.objects.create(user=who, name="paper", confirmed=True)
    spares = [StaticToken.random_token() for _ in range(SPARES)]
    StaticToken.objects.bulk_create(StaticToken(device=paper, token=one) for one in spares)
    return spares


def must_fit(who: Any, code: str) -> None:
    """`WrongCode` unless the code fits; a spare one fits once."""
    if match_token(who, _digits(code)) is None:
        raise WrongCode(
            "This code does not fit.",
            "Type the one that the app shows now, or a spare one; after wrong ones wait a little.",
        )


def end(who: Any) -> None:
    """Ask for codes no longer."""
    TOTPDevice.objects.filter(user=who, confirmed=True).delete()
    StaticDevice.objects.filter(user=who).delete()


def _digits(code: str) -> str:
    return code.replace(" ", "").strip().lower()
