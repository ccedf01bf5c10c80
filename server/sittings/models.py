"""What is kept of the easel: the lists of work that were taken there, and every act at it."""

from django.db import models

from server.records.models import Painting
from server.site.owned import Owned


class TakenList(Owned):
    """A work list as it was taken to the easel (`ypsochrom.sittings.easel.worklist`); the newest of a painting is in hand.

    `plan` is the digest of the pass plan it was made of, `climate` the air of its clocks until an act says another; `shown` are
    the pictures that go with it, by name.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="taken_lists")
    plan = models.CharField(max_length=64)
    body = models.TextField()
    climate = models.JSONField()
    shown = models.JSONField()
    pictures = models.JSONField(default=list)
    taken = models.DateTimeField(auto_now_add=True)

    picture_fields = ("pictures",)

    class Meta:
        ordering = ["id"]


class ActRow(Owned):
    """An act at the easel (`ypsochrom.sittings.easel.acts`); `key` was given by the device, and each is kept once.

    `body` is the act as a document, `received` when it came here; acts are added, never changed.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="acts")
    key = models.CharField(max_length=64)
    at = models.DateTimeField()
    body = models.JSONField()
    photo = models.CharField(max_length=80, blank=True)
    received = models.DateTimeField(auto_now_add=True)

    picture_fields = ("photo",)

    class Meta:
        ordering = ["at", "id"]
        constraints = [models.UniqueConstraint(fields=["painting", "key"], name="one_row_an_act")]
