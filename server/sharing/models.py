"""What is kept of showing paintings: to whom, until when, and what was remarked."""

from django.conf import settings
from django.db import models

from server.records.models import Painting
from server.site.owned import Owned


class Share(Owned):
    """A painting that its owner shows: to a teacher, or with `teacher` None to whoever has the link, which then has an end.

    The link is the row's signed number.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="shares")
    teacher = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    until = models.DateTimeField(null=True)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(fields=["painting", "teacher"], name="one_share_a_teacher"),
            models.CheckConstraint(
                condition=models.Q(teacher__isnull=False) | models.Q(until__isnull=False), name="a_link_has_an_end"
            ),
        ]


class Remark(Owned):
    """Words about a painting (`owner` is the painting's), an area or a unit; `subject` is its id, `title` what it was called.
    `pass_number` is that of a unit.

    `done` is the painter's tick. A remark that came with an archive may have no author here: `said_by` is their name.
    """

    class About(models.TextChoices):
        """What a remark is about."""

        PAINTING = "painting"
        AREA = "area"
        UNIT = "unit"

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="remarks")
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    said_by = models.CharField(max_length=150, blank=True)
    about = models.CharField(max_length=8, choices=About.choices, default=About.PAINTING)
    subject = models.CharField(max_length=160, blank=True)
    title = models.CharField(max_length=200, blank=True)
    pass_number = models.IntegerField(null=True)
    text = models.CharField(max_length=2000)
    at = models.DateTimeField(auto_now_add=True)
    done = models.BooleanField(default=False)

    class Meta:
        ordering = ["id"]

    @property
    def by(self) -> str:
        """Who said it."""
        return self.said_by if self.author is None else self.author.get_username()
