"""The value map of a painting and how it is made."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class ValueRow(Owned):
    """`limits` are the painter's own thresholds; None lets the method find them. Below `fingerprint`: the result.

    `own_values` are the values the painter set for steps (None: found), `moved` the masses given to another step.
    """

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="value_row")
    method = models.CharField(max_length=10, default="equal")
    count = models.IntegerField(default=5)
    limits = models.JSONField(null=True)
    own_values = models.JSONField(default=list)
    moved = models.JSONField(default=list)
    brush_mm = models.FloatField(null=True)
    fingerprint = models.CharField(max_length=24)
    thresholds = models.JSONField(default=list)
    steps = models.JSONField(default=list)
    map_picture = models.CharField(max_length=80)

    picture_fields = ("map_picture",)
