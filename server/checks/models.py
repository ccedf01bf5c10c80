"""Photos of the painting and what was measured in them."""

from typing import Any, ClassVar

from django.db import models

from server.records.models import Painting
from server.site.owned import Owned, OwnedRows


class _InUse(models.Manager.from_queryset(OwnedRows)):  # type: ignore[misc]  # made by Django
    """Checks that are not in the bin."""

    def get_queryset(self) -> models.QuerySet[Any]:
        return super().get_queryset().filter(removed=None)


class CheckRow(Owned):
    """A photo of a painting after a pass (0: its drawing), what the painter said of it, and the report once it is measured.

    `asked` is what the page says (`schemas.AskedIn`), `report` a document of `ypsochrom.checks.report`, `told` its main figures
    for the strip (`schemas.Told`); `flat` is the painting put straight, `planned` what it should look like, both of one size.
    `wanted` says that it has yet to be measured; `message` and `hint` why it could not be. `plan` is the digest of the plan it
    was measured against. `removed` is when it went to the bin; only `with_removed` finds it there.
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
    removed = models.DateTimeField(null=True)

    with_removed: ClassVar[Any] = OwnedRows.as_manager()
    objects: ClassVar[Any] = _InUse()
    picture_fields = ("photo", "second", "flat", "planned")

    class Meta:
        ordering = ["taken", "id"]
        default_manager_name = "with_removed"

    @property
    def title(self) -> str:
        """What the check is called in the bin."""
        shown = f"after pass {self.number}" if self.number else "the drawing"
        return f"{self.painting.title}, {shown}"
