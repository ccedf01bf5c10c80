"""What the logbook keeps of its own: facts gathered from each painting, what painters write themselves, and piles as mixed."""

from typing import Any

from django.db import models

from server.records.models import Painting
from server.site.owned import Owned


def _lessons_stay_or_go(collector: Any, field: Any, rows: Any, using: str) -> None:
    """When a painting goes for good its facts stay without it, or go with it, as the painter chose."""
    models.SET_NULL(collector, field, rows.filter(teaches=True), using)
    models.CASCADE(collector, field, rows.filter(teaches=False), using)


class Gathered(Owned):
    """What was gathered from a painting's easel and checks, and what it was gathered from (`key`).

    `told` is the row of the painting in lists (`schemas.PaintingTold`), None where nothing was taken to the easel. `teaches` is
    whether its facts are learned from; `painting` is None once it is gone and its facts stayed.
    """

    painting = models.OneToOneField(Painting, null=True, on_delete=_lessons_stay_or_go, related_name="gathered")
    title = models.CharField(max_length=120)
    key = models.CharField(max_length=64)
    told = models.JSONField(null=True)
    teaches = models.BooleanField(default=True)

    class Meta:
        ordering = ["id"]


class Fact(Owned):
    """An observation (`ypsochrom.logbook.observation`); `key` is its id."""

    gathered = models.ForeignKey(Gathered, on_delete=models.CASCADE, related_name="facts")
    key = models.CharField(max_length=200)
    at = models.DateTimeField()
    what = models.CharField(max_length=12)
    of = models.CharField(max_length=120)
    expected = models.FloatField()
    found = models.FloatField()
    also = models.JSONField(default=dict)

    class Meta:
        ordering = ["at", "id"]
        indexes = [models.Index(fields=["owner", "what", "at"])]
        constraints = [models.UniqueConstraint(fields=["gathered", "key"], name="one_row_a_fact")]


class Page(Owned):
    """What a painter says about a painting; of one from before the application (`painting` None) it is all there is.

    Of a painting made here only `tags`, `mark`, `notes`, `finished` and the facts of its hand-over count. `palette` are paint
    keys, `handed` what the sheet for the buyer says (`schemas.HandedData`).
    """

    painting = models.OneToOneField(Painting, null=True, on_delete=models.CASCADE, related_name="page")
    title = models.CharField(max_length=120, blank=True)
    photo = models.CharField(max_length=80, blank=True)
    width_mm = models.FloatField(null=True)
    height_mm = models.FloatField(null=True)
    minutes = models.FloatField(null=True)
    ml = models.FloatField(null=True)
    cost = models.FloatField(null=True)
    method = models.CharField(max_length=40, blank=True)
    palette = models.JSONField(default=list)
    tags = models.JSONField(default=list)
    mark = models.IntegerField(null=True)
    notes = models.TextField(blank=True)
    finished = models.DateField(null=True)
    handed = models.JSONField(default=dict)
    created = models.DateTimeField(auto_now_add=True)
    removed = models.DateTimeField(null=True)

    picture_fields = ("photo",)

    class Meta:
        ordering = ["id"]


class Line(Owned):
    """A line that the painter wrote into the diary of a painting, with a photo or a mark perhaps."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="lines")
    at = models.DateTimeField()
    text = models.TextField(blank=True)
    photo = models.CharField(max_length=80, blank=True)
    mark = models.IntegerField(null=True)
    removed = models.DateTimeField(null=True)

    picture_fields = ("photo",)

    class Meta:
        ordering = ["at", "id"]


class Swatch(Owned):
    """A pile as it was mixed (`ypsochrom.logbook.mixed`); `key` says where, `how` by what it was read once it was dry.

    `painting` is None for piles of no painting, and once it is gone; `title` stays.
    """

    key = models.CharField(max_length=120)
    painting = models.ForeignKey(Painting, null=True, on_delete=models.SET_NULL, related_name="swatches")
    title = models.CharField(max_length=120, blank=True)
    name = models.CharField(max_length=120)
    at = models.DateTimeField()
    parts = models.JSONField()
    planned = models.JSONField()
    wet = models.JSONField(null=True)
    came_out = models.JSONField(null=True)
    how = models.CharField(max_length=20, blank=True)
    note = models.CharField(max_length=400, blank=True)
    removed = models.DateTimeField(null=True)

    class Meta:
        ordering = ["at", "id"]
        indexes = [models.Index(fields=["owner", "at"])]
        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_row_a_mixed_pile")]
