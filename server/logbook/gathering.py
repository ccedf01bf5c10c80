"""The log in rows: what every painting's easel and checks told, gathered anew where it has changed since."""

from collections import defaultdict
from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.db.models import Count, Max, Q, QuerySet
from django.utils import timezone

from server.checks.models import CheckRow
from server.checks.services import report_of
from server.materials.services import tubes_of
from server.records.models import Painting
from server.sittings.easel import services as easel
from server.sittings.models import ActRow, TakenList
from server.subject.shown import subject_pictures
from server.work import desk
from ypsochrom.kit import codec
from ypsochrom.logbook.checks import seen_in_a_photo
from ypsochrom.logbook.diary import diary_of
from ypsochrom.logbook.easel import seen_at_the_easel
from ypsochrom.logbook.mixed import MixedPile, mixed_at_the_easel, seen_in_swatches
from ypsochrom.logbook.observation import Observation
from ypsochrom.logbook.took import took
from ypsochrom.materials.shelf import price_per_ml
from ypsochrom.passes.schools import school_of

from .models import Fact, Gathered, Swatch
from .schemas import GatheredOut, PaintingTold
from .swatches import mixed_pile

DERIVED = 3
"""Counted up when the same acts and checks tell something else than before."""

AT_ONCE = 25
"""So many paintings are gathered in one request; the page asks again for the rest."""

_LONGEST_NAME = 120


def gather(owner: Any) -> GatheredOut:
    """Gather what has changed, of at most `AT_ONCE` paintings; how many are left."""
    keys = _keys(owner)
    kept = dict(Gathered.objects.of(owner).filter(painting__isnull=False).values_list("painting", "key"))
    emptied = {pk: _NOTHING for pk in kept if pk not in keys}  # its acts or checks are gone
    changed = [pk for pk, key in {**keys, **emptied}.items() if kept.get(pk) != key]
    paintings = Painting.objects.of(owner).in_bulk(changed[:AT_ONCE])
    prices = price_per_ml(tubes_of(owner)) if paintings else {}
    for pk, painting in paintings.items():
        painting.owner = owner
        _keep(painting, keys.get(pk, _NOTHING), prices)
    facts = Fact.objects.of(owner).count()
    return GatheredOut(left=max(0, len(changed) - AT_ONCE), gathered=len(paintings), observations=facts)


_NOTHING = "nothing"


def _keys(owner: Any) -> dict[int, str]:
    """Of every painting with acts or checks what says whether they are still the same; six queries."""
    found: dict[int, list[Any]] = defaultdict(lambda: [DERIVED])
    acts = ActRow.objects.of(owner).order_by().values("painting").annotate(count=Count("pk"), last=Max("pk"))
    lists = dict(
        TakenList.objects.of(owner)
        .order_by()
        .values("painting")
        .annotate(last=Max("pk"))
        .values_list("painting", "last")
    )
    for row in acts:
        found[row["painting"]] += [row["count"], row["last"], lists.get(row["painting"])]
    checks = CheckRow.objects.of(owner).filter(report__isnull=False)
    for painting, *said in checks.values_list("painting", "pk", "number", "told", "asked"):
        found[painting].append(said)
    for painting, *said in _read_twice(owner).values_list("painting", "pk", "wet", "came_out"):
        found[painting].append(said)
    revisions = Painting.objects.of(owner).filter(pk__in=found).values_list("pk", "revision")
    for painting, revision in revisions:
        found[painting].append(revision)  # title, size and method are told, too
    return {painting: codec.fingerprint(told) for painting, told in found.items()}


def _read_twice(owner: Any) -> QuerySet[Swatch]:
    """Piles of paintings that were read wet and dry."""
    rows = Swatch.objects.of(owner).filter(painting__isnull=False, removed=None)
    return rows.filter(wet__isnull=False, came_out__isnull=False)


def _keep(painting: Painting, key: str, prices: dict[str, float]) -> None:
    facts, piles, told = _told(painting, prices)
    with transaction.atomic():
        row, _ = Gathered.objects.update_or_create(
            painting=painting,
            defaults={"owner": painting.owner, "title": painting.title, "key": key, "told": told},
        )
        row.facts.all().delete()
        Fact.objects.bulk_create(
            [
                Fact(
                    owner=painting.owner, gathered=row, key=one.id, at=one.at, what=one.what, of=one.of,
                    expected=one.expected, found=one.found, also=dict(one.also),
                )
                for one in facts
            ]
        )  # fmt: skip
        _keep_piles(painting, piles)


def _told(painting: Painting, prices: dict[str, float]) -> tuple[list[Observation], Sequence[MixedPile], Any]:
    """Facts, piles, and the row of the painting in lists."""
    facts: list[Observation] = []
    piles: Sequence[MixedPile] = ()
    told = None
    taken, now = easel.taken_to_the_easel(painting), timezone.now()
    if taken is not None:
        worklist, acts, climate = taken
        facts += seen_at_the_easel(acts, worklist, climate, now, str(painting.pk))
        piles = mixed_at_the_easel(acts, worklist)
        found = took(diary_of(acts, worklist, climate, now), piles, prices)
        if found is not None:
            work = desk.opened(painting)
            brief = work.inputs.brief
            told = PaintingTold(
                took=found,
                thumbnail=subject_pictures(work).thumbnail,
                method=school_of(brief.passes.school).title,
                width_mm=brief.support.width_mm,
                height_mm=brief.support.height_mm,
            ).model_dump(mode="json")
    mixed = [mixed_pile(row) for row in _read_twice(painting.owner).filter(painting=painting)]
    facts += seen_in_swatches(mixed, str(painting.pk))
    for check in CheckRow.objects.filter(painting=painting, report__isnull=False):
        report = report_of(check)
        if report is not None:
            facts += seen_in_a_photo(report, check.taken, f"check-{check.pk}", str(painting.pk))
    return facts, piles, told


def _keep_piles(painting: Painting, piles: Sequence[MixedPile]) -> None:
    """Piles of today's acts; those that are told no more go unless somebody measured or noted them."""
    keys = {f"{painting.pk}/{one.id}": one for one in piles}
    own = Swatch.objects.of(painting.owner).filter(key__startswith=f"{painting.pk}/")
    own.filter(Q(came_out=None), note="").exclude(key__in=keys).delete()
    Swatch.objects.bulk_create(
        [
            Swatch(
                owner=painting.owner,
                key=key,
                painting=painting,
                title=painting.title,
                name=one.name[:_LONGEST_NAME],
                at=one.at,
                parts=one.parts,
                planned=list(one.planned),
            )
            for key, one in keys.items()
        ],
        update_conflicts=True,
        unique_fields=["owner", "key"],
        update_fields=["title", "name", "at", "parts", "planned"],
    )
