"""Paintings with their briefs, what was made from them, the history of changes, background runs, stored pictures."""

import uuid
from typing import Any, ClassVar

from django.core.serializers.json import DjangoJSONEncoder
from django.db import models

from server.site.owned import Owned, OwnedRows


class StoredPicture(Owned):
    """Says that an owner may see the stored picture of this name (a content hash), of so many bytes."""

    name = models.CharField(max_length=80)
    size = models.IntegerField(default=0)
    stored = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "name"], name="one_row_an_owner_and_picture")]


class Habits(Owned):
    """What was learned about a painter and is planned with: `factors` as a document (None: the usual ones), the observations
    (ids) that they leave out of learning, and by kind of observation from when on (ISO 8601) it is learned anew. `rate` is what
    an hour of theirs costs, `share` what goes on top.
    """

    factors = models.JSONField(null=True)
    left_out = models.JSONField(default=list)
    anew_since = models.JSONField(default=dict)
    rate = models.FloatField(null=True)
    share = models.FloatField(default=0.0)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner"], name="one_row_of_habits_an_owner")]


class _Paintings(models.Manager.from_queryset(OwnedRows)):  # type: ignore[misc]  # made by Django
    """Paintings with the factors that their owner's plans are made with (`habits`): no query of its own for them."""

    def get_queryset(self) -> models.QuerySet[Any]:
        taken = Habits.objects.filter(owner=models.OuterRef("owner")).values("factors")[:1]
        return super().get_queryset().annotate(habits=models.Subquery(taken))


class Painting(Owned):
    """A painting: its title and its brief (`ypsochrom.work.brief`), everything that the painter gave and decided.

    `revision` counts the changes of title and brief, `made` the results that were kept for it; `pictures` are the names that the
    brief mentions. `removed` is when it went to the bin. By `uid` it is known again in an archive.
    """

    uid = models.UUIDField(default=uuid.uuid4, editable=False)
    title = models.CharField(max_length=120)
    brief = models.JSONField()
    pictures = models.JSONField(default=list)
    revision = models.IntegerField(default=1)
    made = models.IntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    removed = models.DateTimeField(null=True)

    picture_fields = ("pictures",)
    objects: ClassVar[Any] = _Paintings()

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["owner", "uid"], name="one_row_an_owner_and_uid")]


class Result(Owned):
    """What a node of the graph made for a painting: the `Kept` of `ypsochrom.work.graph` with the fields of its `Key`.

    `body` is JSON as text, read only when it is asked for; `pictures` are those that it mentions.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="results")
    node = models.CharField(max_length=20)
    version = models.IntegerField()
    takes = models.JSONField(default=dict)
    needs = models.JSONField(default=dict)
    stamp = models.CharField(max_length=24)
    body = models.TextField()
    pictures = models.JSONField(default=list)

    picture_fields = ("pictures",)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["painting", "node"], name="one_result_a_node")]


class Change(Owned):
    """One change that can be undone: of a painting, or with `painting` None of the shelf.

    `before` and `after` hold what it changed, in the form of `history` for paintings and for the shelf; `pictures` are those that
    they mention. `undone` changes can be done again until something else is changed.
    """

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="changes", null=True)
    label = models.CharField(max_length=120)
    before = models.JSONField(encoder=DjangoJSONEncoder)
    after = models.JSONField(encoder=DjangoJSONEncoder)
    pictures = models.JSONField(default=list)
    undone = models.BooleanField(default=False)
    at = models.DateTimeField(auto_now_add=True)

    picture_fields = ("pictures",)

    class Meta:
        ordering = ["id"]
        indexes = [models.Index(fields=["owner", "painting", "undone"])]


class Shelf(Owned):
    """`revision` counts the changes of an owner's shelf: tubes, what stands beside them, palettes."""

    revision = models.IntegerField(default=1)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner"], name="one_shelf_an_owner")]


class Run(Owned):
    """One computation in the background; the page reads its progress from here, also after a reload.

    `kind` is the plan itself, a study of it, or with `painting` None something of the whole studio; `asked` is what was asked
    for, `result` what was found. `worker` is who carries it out, `starts` how often it was begun, `heard` when something was last
    heard of it.
    """

    class State(models.TextChoices):
        """From waiting to one of four ends."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    painting = models.ForeignKey(Painting, on_delete=models.CASCADE, related_name="runs", null=True)
    kind = models.CharField(max_length=12, default="plan")
    asked = models.JSONField(default=dict)
    result = models.JSONField(null=True)
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    share = models.FloatField(default=0.0)
    doing = models.CharField(max_length=80, default="waiting for its turn")
    message = models.CharField(max_length=400, blank=True)
    hint = models.CharField(max_length=400, blank=True)
    cancel = models.BooleanField(default=False)
    worker = models.CharField(max_length=64, blank=True)
    starts = models.IntegerField(default=0)
    begun = models.DateTimeField(auto_now_add=True)
    heard = models.DateTimeField(auto_now=True)

    @property
    def of(self) -> Painting:
        """The painting that it is of; a run of the whole studio is of none."""
        assert self.painting is not None
        return self.painting


class Invitation(Owned):
    """A code that lets one tablet in, once, until a time; the code itself is not kept. `tries` counts wrong codes meanwhile."""

    code = models.CharField(max_length=64, unique=True)
    until = models.DateTimeField()
    tries = models.IntegerField(default=0)


class Tablet(Owned):
    """A tablet that the painter let in; of its token only the hash is kept."""

    token = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=120)
    let_in = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
