"""The shelf."""

from django.db import models

from server.site.owned import Owned


class TubeRow(Owned):
    """One tube on a painter's shelf."""

    key = models.CharField(max_length=20)
    volume_ml = models.FloatField()
    left_ml = models.FloatField()
    nozzle_mm = models.FloatField()
    price = models.FloatField(null=True)
    notes = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["id"]
