"""Photos of the painting and what was measured in them."""

from django.db import models

from server.records.models import Painting
from server.site.owned import Owned


class CheckRow(Owned):
    """A photo of a painting after a pass (0: its drawing), what the painter said of it, and the report once it is measured.

    `asked` is what the page says (`schemas.AskedIn`), `report` a document of `ypsochrom.checks.report`, `told` its main figures
    for the strip (`schemas.Told`); `flat` is the painting put straight, `planned` what it should look like, both of one size.
    `wanted` says that it has yet to be measured; `message` and `hint` why it could not be. `plan` is the digest of the plan it
    was measured against.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="checks")
    number = models.IntegerField()
    taken = models.DateTimeField()
    photo = models.CharField(max_length=80)
    second = models.CharField(max_length=80, blank=True)
    asked = models.JSONField(default=dict)
    wanted = models.BooleanField(default=True)
    report = models.JSONField(null=True)
    told = models.JSONField(default=dict)
    flat = models.CharField(max_length=80, blank=True)
    planned = models.CharField(max_length=80, blank=True)
    plan = models.CharField(max_length=64, blank=True)
    message = models.CharField(max_length=400, blank=True)
    hint = models.CharField(max_length=400, blank=True)

    picture_fields = ("photo", "second", "flat", "planned")

    class Meta:
        ordering = ["taken", "id"]
