"""Paintings with their reference pictures."""

from django.db import models

from server.site.owned import Owned


class StoredPicture(Owned):
    """Says that an owner may see the stored picture of this name (a content hash)."""

    name = models.CharField(max_length=80)
    stored = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "name"], name="one_row_per_owner_and_picture")]


class Painting(Owned):
    """A painting: its title, its support, its reference and how that is adjusted and cropped.

    The reference itself never changes; `adjustments` are the fields of the core's `Adjustments`. Without a photo there is an
    `observation` (the core's `Observation` and what was noted of the light), perhaps over a `sketch`.
    """

    title = models.CharField(max_length=120)
    width_mm = models.FloatField()
    height_mm = models.FloatField()
    crop_x = models.FloatField(default=0.5)
    crop_y = models.FloatField(default=0.5)
    crop_size = models.FloatField(default=1.0)
    adjustments = models.JSONField(default=dict)
    finish = models.CharField(max_length=10, default="satin")
    curve = models.JSONField(default=list)
    focal = models.JSONField(null=True)
    observation = models.JSONField(null=True)
    sketch = models.CharField(max_length=80, blank=True)
    marks = models.JSONField(default=dict)
    whole = models.CharField(max_length=80, blank=True)
    reference = models.CharField(max_length=80)
    reference_width_px = models.IntegerField()
    reference_height_px = models.IntegerField()
    adjusted_width_px = models.IntegerField(default=0)
    adjusted_height_px = models.IntegerField(default=0)
    picture = models.CharField(max_length=80)
    value_picture = models.CharField(max_length=80)
    thumbnail = models.CharField(max_length=80)
    width_px = models.IntegerField()
    height_px = models.IntegerField()
    reference_advice = models.JSONField(default=list)
    crop_advice = models.JSONField(default=list)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)

    picture_fields = ("sketch", "whole", "reference", "picture", "value_picture", "thumbnail")

    class Meta:
        ordering = ["id"]


class ReferenceRow(Owned):
    """Another photo laid over the base: `patch` are the fields of the core's `Patch`, `marks` those of its `Marks`."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="references")
    name = models.CharField(max_length=80)
    picture = models.CharField(max_length=80)
    width_px = models.IntegerField()
    height_px = models.IntegerField()
    patch = models.JSONField()
    marks = models.JSONField(default=dict)

    picture_fields = ("picture",)

    class Meta:
        ordering = ["id"]
