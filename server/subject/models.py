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

    The reference itself never changes; `adjustments` are the fields of the core's `Adjustments`.
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

    picture_fields = ("reference", "picture", "value_picture", "thumbnail")

    class Meta:
        ordering = ["id"]
