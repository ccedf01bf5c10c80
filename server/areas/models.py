"""The areas of a painting, and what the painter did to them: changes, names, decisions, dismissed advice.

Places are kept in shares of the whole adjusted reference, so that they stay where they are when the crop changes.
"""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class AreaRow(Owned):
    """The areas as the core found them (JSON, and two label images), the tree they come from, and the painter's changes.

    `detail` is the number of areas asked for (None: as the picture suggests), `edits` the changes by hand in their order, `lost`
    what of them could not be kept. `pieces` and `steps` are the tree, valid for the subject of `tree_fingerprint`.
    """

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="area_row")
    detail = models.IntegerField(null=True)
    edits = models.JSONField(default=list)
    tree_fingerprint = models.CharField(max_length=24, blank=True, default="")
    pieces = models.CharField(max_length=80, blank=True, default="")
    steps = models.JSONField(default=list)
    fingerprint = models.CharField(max_length=24)
    areas = models.JSONField(default=list)
    facts = models.JSONField(default=list)
    borders = models.JSONField(default=list)
    locked = models.JSONField(default=list)
    lost = models.JSONField(default=list)
    labels = models.CharField(max_length=80)
    families = models.CharField(max_length=80)

    picture_fields = ("labels", "families", "pieces")


class AreaNote(Owned):
    """What the painter said of an area: its name, another colour, its plane, how it is painted. It lies at a place."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="area_notes")
    x = models.FloatField()
    y = models.FloatField()
    name = models.CharField(max_length=80, blank=True)
    target_lab = models.JSONField(null=True)
    plane = models.CharField(max_length=10, blank=True)
    handling = models.CharField(max_length=10, default="usual")


class BorderNote(Owned):
    """What the painter said of a border, kept at a place in the area on either side; `over` is 1 or 2, None as found."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="border_notes")
    x_1 = models.FloatField()
    y_1 = models.FloatField()
    x_2 = models.FloatField()
    y_2 = models.FloatField()
    softness = models.CharField(max_length=10, blank=True)
    over = models.IntegerField(null=True)


class Dismissal(Owned):
    """Advice the painter does not want to follow, and why; it holds as long as its `fingerprint` of the subject does."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="dismissals")
    advice = models.CharField(max_length=20)
    fingerprint = models.CharField(max_length=24)
    reason = models.CharField(max_length=200)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["painting", "advice", "fingerprint"], name="one_dismissal_of_an_advice")
        ]
