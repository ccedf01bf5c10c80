"""The pass plan of a painting, and the background runs that make plans."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class PassRow(Owned):
    """The pass plan as JSON, with the pictures of the painting after every pass.

    `facts` is the plan (`passes_json`), `mixes` the ground's pile and the school's own; `stages` are pictures of the dry painting
    after every pass, `looks` for every pass the other looks at it in the order of `OTHER_LOOKS`: empty until painted.
    """

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="pass_row")
    fingerprint = models.CharField(max_length=24)
    facts = models.JSONField()
    mixes = models.JSONField()
    advice = models.JSONField()
    stages = models.JSONField(default=list)
    looks = models.JSONField(default=list)

    picture_fields = ("stages", "looks")


class PassChoices(Owned):
    """What the painter decided about the passes (`passes_json.choices_json`); without a row all is as the school has it."""

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="pass_choices")
    choices = models.JSONField(default=dict)


class PlanRun(Owned):
    """One computation in the background; the page reads its progress from here, also after a reload.

    `kind` is the plan itself or a study of it; `asked` is what a study was asked, `result` what it found.
    """

    class State(models.TextChoices):
        """From waiting to one of four ends."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="runs")
    kind = models.CharField(max_length=12, default="plan")
    asked = models.JSONField(default=dict)
    result = models.JSONField(null=True)
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    share = models.FloatField(default=0.0)
    doing = models.CharField(max_length=80, default="waiting for the workshop")
    message = models.CharField(max_length=400, blank=True)
    hint = models.CharField(max_length=400, blank=True)
    cancel = models.BooleanField(default=False)
    begun = models.DateTimeField(auto_now_add=True)
    heard = models.DateTimeField(auto_now=True)
