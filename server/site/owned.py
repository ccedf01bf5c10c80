"""Every row has an owner, and only its owner sees it."""

from typing import Any, ClassVar, Self, TypeVar

from django.conf import settings
from django.db import models
from django.http import HttpRequest

from .problems import NotFound


class OwnedRows(models.QuerySet[Any]):
    """Rows of one owner."""

    def of(self, owner: Any) -> Self:
        """The owner's rows."""
        return self.filter(owner=owner)


class Owned(models.Model):
    """A row that belongs to a painter; `objects.of(owner)` is the only way services read it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    objects = OwnedRows.as_manager()

    picture_fields: ClassVar[tuple[str, ...]] = ()
    """Fields that hold the name of a stored picture, or a list of such names."""

    class Meta:
        abstract = True


Row = TypeVar("Row", bound=Owned)


def one_of(model: type[Row], owner: Any, what: str, **which: Any) -> Row:
    """The owner's row, or `NotFound`; another painter's row is not found either."""
    return one_of_rows(model.objects.all(), owner, what, **which)


def one_of_rows(rows: Any, owner: Any, what: str, **which: Any) -> Any:
    """The same out of some rows of a kind."""
    row = rows.filter(owner=owner, **which).first()
    if row is None:
        raise NotFound(what)
    row.owner = owner  # known: it need not be asked for again
    return row


def site_of(request: HttpRequest) -> str:
    """The site's own address as whoever asks has it, to begin links with."""
    return f"{request.scheme}://{request.get_host()}"


def painter(request: HttpRequest) -> Any:
    """Who asks; the API's authentication has made sure that somebody does."""
    return request.user
