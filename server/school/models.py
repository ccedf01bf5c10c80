"""What is kept of people beside their login."""

from django.db import models

from server.site.owned import Owned


class Role(models.TextChoices):
    """What somebody may do beside painting: a teacher is shown paintings, an owner looks after the site."""

    PAINTER = "painter"
    TEACHER = "teacher"
    OWNER = "owner"


class Member(Owned):
    """Somebody's role, and where it is not the site's usual one how many MB of pictures they may keep."""

    role = models.CharField(max_length=8, choices=Role.choices, default=Role.PAINTER)
    allowance_mb = models.IntegerField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner"], name="one_member_an_owner")]


class Place(Owned):
    """A place kept until a time for somebody whom the owner of the row invited; their link is its signed number."""

    role = models.CharField(max_length=8, choices=Role.choices, default=Role.PAINTER)
    mail = models.EmailField(blank=True)
    until = models.DateTimeField()

    class Meta:
        ordering = ["id"]


class Event(Owned):
    """Something that happened to an account: signing in, shares, roles. `words` say what in particular."""

    kind = models.CharField(max_length=20)
    at = models.DateTimeField(auto_now_add=True)
    address = models.CharField(max_length=45, blank=True)
    words = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["-id"]
        indexes = [models.Index(fields=["owner", "at"])]
