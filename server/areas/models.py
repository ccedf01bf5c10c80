"""The areas of a painting and the names that the painter gave them."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class AreaRow(Owned):
    """The partition as the core found it: areas as JSON, and two label images."""

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="area_row")
    fingerprint = models.CharField(max_length=24)
    areas = models.JSONField()
    labels = models.CharField(max_length=80)
    families = models.CharField(max_length=80)

    picture_fields = ("labels", "families")


class AreaName(Owned):
    """A name that the painter typed, kept at a point of the support so that it survives a new partition."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="area_names")
    x_mm = models.FloatField()
    y_mm = models.FloatField()
    name = models.CharField(max_length=80)
