"""The shelf: tubes and their calibrations, what stands beside them, palettes saved by name.

`on_shelf` models are those whose rows the shelf's history keeps.
"""

from django.db import models
from django.utils import timezone

from server.site.owned import Owned


class TubeRow(Owned):
    """One tube on a painter's shelf, or since `removed` in the bin."""

    on_shelf = True

    key = models.CharField(max_length=20)
    volume_ml = models.FloatField()
    left_ml = models.FloatField()
    nozzle_mm = models.FloatField()
    price = models.FloatField(null=True)
    notes = models.CharField(max_length=200, blank=True)
    removed = models.DateTimeField(null=True)

    class Meta:
        ordering = ["id"]

    @property
    def title(self) -> str:
        """What the tube is called in the bin."""
        return f"{self.key}, {self.left_ml:g} ml left"


class CalibrationRow(Owned):
    """A tube measured once: its readings and the K and S fitted to them. The newest one of a tube counts."""

    on_shelf = True

    tube = models.ForeignKey(TubeRow, on_delete=models.CASCADE, related_name="calibrations")
    made = models.DateTimeField(default=timezone.now)
    how = models.CharField(max_length=20)
    readings = models.JSONField()
    absorption = models.JSONField()
    scattering = models.JSONField()
    report = models.JSONField()

    class Meta:
        ordering = ["id"]


class SupplyRow(Owned):
    """A medium, support or brush; `facts` are the fields of the core's type of that name."""

    on_shelf = True

    what = models.CharField(max_length=10)
    facts = models.JSONField()

    class Meta:
        ordering = ["id"]


class PaletteRow(Owned):
    """Paint keys under a name."""

    on_shelf = True

    name = models.CharField(max_length=80)
    keys = models.JSONField()

    class Meta:
        ordering = ["name", "id"]
