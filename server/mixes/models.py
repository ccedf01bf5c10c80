"""The mixes of a painting."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class MixRow(Owned):
    """`tubes` is how many the palette may have; below `fingerprint`: the palette and its mixes as JSON."""

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="mix_row")
    tubes = models.IntegerField(default=8)
    fingerprint = models.CharField(max_length=24, blank=True)
    palette = models.JSONField(default=list)
    mixes = models.JSONField(default=list)
    advice = models.JSONField(default=list)
