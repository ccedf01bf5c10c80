"""What is kept of practice: every answer."""

from django.db import models

from server.site.owned import Owned


class PracticeAnswer(Owned):
    """An answer (`ypsochrom.practice.course.Given`) to the question of a kind, a seed and a level.

    `ratio` is how hard it was asked to be; `counts` is whether it tells something, `dim` that the screen failed its check.
    """

    kind = models.CharField(max_length=20)
    at = models.DateTimeField(auto_now_add=True)
    seed = models.IntegerField()
    ratio = models.FloatField()
    level = models.FloatField()
    is_right = models.BooleanField()
    off = models.FloatField(null=True)
    seconds = models.FloatField()
    choice = models.IntegerField(null=True)
    counts = models.BooleanField(default=True)
    dim = models.BooleanField(default=False)

    class Meta:
        ordering = ["at", "id"]
        indexes = [models.Index(fields=["owner", "kind", "at"])]
