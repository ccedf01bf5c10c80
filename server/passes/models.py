"""The pass plan of a painting, and the background runs that make plans."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class PassRow(Owned):
    """The pass plan as JSON, with the picture of the painting after every pass."""

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="pass_row")
    fingerprint = models.CharField(max_length=24)
    ground = models.JSONField()
    passes = models.JSONField()
    volumes = models.JSONField()
    paint = models.JSONField()
    advice = models.JSONField()
    stages = models.JSONField()

    picture_fields = ("stages",)


class PlanRun(Owned):
    """One computation of a plan in the background; the page reads its progress from here, also after a reload."""

    class State(models.TextChoices):
        """From waiting to one of four ends."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="runs")
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    share = models.FloatField(default=0.0)
    doing = models.CharField(max_length=80, default="waiting for the workshop")
    message = models.CharField(max_length=400, blank=True)
    hint = models.CharField(max_length=400, blank=True)
    cancel = models.BooleanField(default=False)
    begun = models.DateTimeField(auto_now_add=True)
    heard = models.DateTimeField(auto_now=True)
