"""What is kept of archives: each one that is being saved or taken in."""

from django.db import models

from server.records.models import Painting
from server.site.owned import Owned


class Transfer(Owned):
    """An archive that is saved ("out") or taken in ("in") in the background; the page reads its progress from here.

    `painting` is what is saved, None the whole studio; `name` what the file is called. `copies` says that paintings which are
    there already are taken in once more. `report` is what came of taking it in (`schemas.TakenInOut`).
    """

    class State(models.TextChoices):
        """From waiting to one of three ends."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    way = models.CharField(max_length=3)
    painting = models.ForeignKey(Painting, null=True, on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=200)
    copies = models.BooleanField(default=False)
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    share = models.FloatField(default=0.0)
    doing = models.CharField(max_length=120, default="waiting for its turn")
    message = models.CharField(max_length=400, blank=True)
    hint = models.CharField(max_length=400, blank=True)
    report = models.JSONField(null=True)
    cancel = models.BooleanField(default=False)
    worker = models.CharField(max_length=64, blank=True)
    begun = models.DateTimeField(auto_now_add=True)
    heard = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["id"]
