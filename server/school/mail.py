"""Letters: an invitation, a link to a new password. Written in the background; the links are made there and kept nowhere."""

from urllib.parse import urlsplit

from django.contrib.auth.models import User
from django.core.mail import send_mail
from django_tasks import task

from . import passwords, people
from .models import Place


@task()
def send_invitation(place_id: int, site: str) -> None:
    """Write to somebody who is invited."""
    place = Place.objects.select_related("owner").filter(pk=place_id).exclude(mail="").first()
    if place is None:
        return
    send_mail(
        f"An invitation to paint at {urlsplit(site).netloc}",
        f"{place.owner.get_username()} keeps a place for you until {place.until:%d %B %Y}.\n\n"
        f"Choose a name and a password here:\n{site}{people.link_of(place)}\n\n"
        "Whoever has this link can take the place, once. If you did not expect it, let it lie.\n",
        None,
        [place.mail],
    )


@task()
def send_new_password(painter_id: int, site: str) -> None:
    """Write to somebody who has forgotten the password."""
    who = User.objects.filter(pk=painter_id, is_active=True).exclude(email="").first()
    if who is None:
        return
    send_mail(
        f"A new password at {urlsplit(site).netloc}",
        f"Somebody, probably you, asked for a new password for {who.get_username()}.\n\n"
        f"Choose it here, within a day:\n{site}{passwords.link_of(who)}\n\n"
        "If it was not you, let it lie: nothing changes.\n",
        None,
        [who.email],
    )
