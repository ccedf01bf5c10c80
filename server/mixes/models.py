"""The mixes of a painting."""

from django.db import models

from server.site.owned import Owned
from server.subject.models import Painting


class MixRow(Owned):
    """`tubes` is how many the palette may have, `chosen` the palette that the painter set by hand (None: found).

    Below `fingerprint`: the palette and its mixes as JSON; `kept` are the ids of mixes with the painter's own recipe.
    """

    painting = models.OneToOneField(Painting, on_delete=models.CASCADE, related_name="mix_row")
    tubes = models.IntegerField(default=8)
    chosen = models.JSONField(null=True)
    fingerprint = models.CharField(max_length=24, blank=True)
    palette = models.JSONField(default=list)
    mixes = models.JSONField(default=list)
    kept = models.JSONField(default=list)
    advice = models.JSONField(default=list)


class OwnRecipe(Owned):
    """A recipe that the painter keeps for the mix whose target this was; it survives new plans."""

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="own_recipes")
    target_lab = models.JSONField()
    parts = models.JSONField()

    class Meta:
        ordering = ["id"]
