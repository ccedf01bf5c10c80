"""What goes into an archive: a painting with all that hangs on it, and of a studio the shelf, the logbook and practice, too."""

import json
from collections.abc import Callable, Iterator
from typing import Any, BinaryIO

from django.db.models import Q
from django.utils import timezone

import ypsochrom
from server.checks.models import CheckRow
from server.logbook.models import Gathered, Line, Page, Swatch
from server.materials.models import CalibrationRow, PaletteRow, SupplyRow, TubeRow
from server.practice.models import PracticeAnswer
from server.records import pictures
from server.records.models import Change, Habits, Painting, Result
from server.sharing.models import Remark
from server.sittings.models import ActRow, TakenList
from ypsochrom.formats.exchange import archive
from ypsochrom.formats.exchange.archive import About, Document
from ypsochrom.kit.codec import Json
from ypsochrom.kit.progress import Progress

from .rows import written

VERSIONS = {"painting": 1, "shelf": 1, "logbook": 1, "practice": 1}
"""Of every kind of document the version that is written; older ones are migrated (`taking_in.MIGRATIONS`)."""


def save(out: BinaryIO, owner: Any, painting: Painting | None, progress: Progress) -> None:
    """Write the archive of a painting, or of the whole studio."""
    rows = [painting] if painting is not None else list(Painting.objects.of(owner).filter(removed=None))
    mentioned: set[str] = set()

    def documents() -> Iterator[Document]:
        for place, row in enumerate(rows):
            progress(0.3 * place / max(len(rows), 1), f"reading “{row.title}”")
            yield _noted(f"painting-{place + 1:05d}", "painting", painting_body(owner, row), mentioned)
        if painting is None:
            for kind, body in (("shelf", _shelf), ("logbook", _logbook), ("practice", _practice)):
                yield _noted(kind, kind, body(owner), mentioned)

    def wanted() -> Iterator[tuple[str, Callable[[], bytes]]]:
        for name in sorted(mentioned):
            if pictures.is_of(owner, name):
                yield name, lambda name=name: pictures.read(name)  # type: ignore[misc]  # bound now

    of = "studio" if painting is None else "painting"
    archive.write(
        out,
        About(of, timezone.now().replace(microsecond=0), ypsochrom.__version__),
        documents(),
        wanted(),
        lambda share, words: progress(0.3 + 0.7 * share, words),
    )


def _noted(name: str, kind: str, body: Json, mentioned: set[str]) -> Document:
    mentioned.update(pictures.mentioned(body))
    return Document(name, kind, VERSIONS[kind], body)


def painting_body(owner: Any, painting: Painting) -> Json:
    """All of a painting. Numbers of rows are left out or counted from 1: they mean nothing elsewhere."""
    own: dict[str, Any] = {"owner": owner, "painting": painting}
    lists, page = list(TakenList.objects.filter(**own)), Page.objects.filter(**own).first()
    checks = list(CheckRow.with_removed.filter(**own))
    gathered = Gathered.objects.filter(**own).first()
    return {
        **written(painting, "revision", "made", "pictures"),
        "results": [
            {**written(row, "pictures", "body"), "body": json.loads(row.body)} for row in Result.objects.filter(**own)
        ],
        "history": [written(row, "pictures") for row in Change.objects.filter(**own)],
        "lists": [written(row, "pictures") for row in lists],
        "acts": [written(row) for row in ActRow.objects.filter(**own)],
        "checks": [written(row) for row in checks],
        "page": None if page is None else written(page),
        "remarks": [
            {**written(row), "said_by": row.by} for row in Remark.objects.filter(**own).select_related("author")
        ],
        "lines": [written(row) for row in Line.objects.filter(**own)],
        "swatches": [
            {**written(row, "key"), "key": _within(row.key, painting)} for row in Swatch.objects.filter(**own)
        ],
        "teaches": gathered is None or gathered.teaches,
        "left_out": _left_out(owner, painting, checks),
    }


def _within(key: str, painting: Painting) -> str:
    """A pile's key without the number of its painting; keys of other piles stay as they are."""
    return f"/{key.removeprefix(f'{painting.pk}/')}" if key.startswith(f"{painting.pk}/") else key


def _left_out(owner: Any, painting: Painting, checks: list[CheckRow]) -> list[str]:
    """The painting's observations that teach nothing, by ids without its number; checks are counted from 1."""
    habits = Habits.objects.of(owner).first()
    numbers = {f"check-{row.pk}": f"check-{place}" for place, row in enumerate(checks, start=1)}
    found = []
    for one in [] if habits is None else habits.left_out:
        number, _, rest = str(one).partition("/")
        if number == str(painting.pk):
            first, slash, last = rest.partition("/")
            found.append(f"{numbers.get(first, first)}{slash}{last}")
    return sorted(found)


def _shelf(owner: Any) -> Json:
    calibrations: dict[int, list[Json]] = {}
    for one in CalibrationRow.objects.of(owner):
        calibrations.setdefault(one.tube_id, []).append(written(one))
    return {
        "tubes": [{**written(row), "calibrations": calibrations.get(row.pk, [])} for row in TubeRow.objects.of(owner)],
        "supplies": [written(row) for row in SupplyRow.objects.of(owner)],
        "palettes": [written(row) for row in PaletteRow.objects.of(owner)],
    }


def _logbook(owner: Any) -> Json:
    """Paintings from before, piles of no painting, lessons of paintings that are gone, and what is planned with."""
    habits = Habits.objects.of(owner).first()
    gone = Gathered.objects.of(owner).filter(painting=None)
    own = {str(pk) for pk in Painting.objects.of(owner).values_list("pk", flat=True)}
    return {
        "earlier": [written(row) for row in Page.objects.of(owner).filter(painting=None)],
        "swatches": [written(row) for row in Swatch.objects.of(owner).filter(Q(painting=None))],
        "lessons": [{**written(row), "facts": [written(one) for one in row.facts.all()]} for row in gone],
        "habits": None
        if habits is None
        else {
            **written(habits),
            "left_out": sorted(one for one in map(str, habits.left_out) if one.partition("/")[0] not in own),
        },
    }


def _practice(owner: Any) -> Json:
    return {"answers": [written(row) for row in PracticeAnswer.objects.of(owner)]}
