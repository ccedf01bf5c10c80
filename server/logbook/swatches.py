"""The swatch book: piles that were mixed, what is near a colour, how they came out when dry, and what they teach of the tubes."""

import uuid
from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db.models import QuerySet
from django.utils import timezone

from server.materials.calibrations import (
    SIMULATED_BENCH_SEED,
    by_own_swatches,
    keep_learned,
    simulated_bench,
    strength_of,
)
from server.materials.palettes import shelf_box
from server.materials.services import laid_thick, masstone, tube_rows, tubes_of
from server.records.history import painting_of, shelf_change
from server.site.owned import one_of
from server.site.problems import Conflict
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.types import LabTriple, triple
from ypsochrom.colour.words import colour_name
from ypsochrom.colour.written import read_colour
from ypsochrom.kit.errors import BadSetting
from ypsochrom.logbook.mixed import NEAR_DE00, SAME_DE00, MixedPile, alike, by_colour
from ypsochrom.materials.instruments import SimulatedColorimeter
from ypsochrom.materials.shelf import looking_box
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.paint.from_piles import FEWEST_PILES, HELPS, ReadPile, TubesLearned, learn_tubes

from .models import Swatch
from .schemas import (
    NewSwatchIn,
    SwatchesOut,
    SwatchIn,
    SwatchOut,
    SwatchPartOut,
    TubeLearnedOut,
    TubesLearnedOut,
)

MOST_SHOWN = 400
FEWEST_OF_A_TUBE = 3
"""A tube that was in fewer piles is left as it is."""


def _rows(owner: Any) -> QuerySet[Swatch]:
    return Swatch.objects.of(owner).filter(removed=None)


def mixed_pile(row: Swatch) -> MixedPile:
    """A kept pile as the core knows it."""
    return MixedPile(
        str(row.pk), row.at, row.name, row.parts, triple(np.array(row.planned)), _triple(row.came_out), _triple(row.wet)
    )


def _triple(lab: list[float] | None) -> LabTriple | None:
    return None if lab is None else triple(np.array(lab))


def book(owner: Any) -> SwatchesOut:
    """The newest piles, laid by colour."""
    rows = {str(row.pk): row for row in _rows(owner).order_by("-at", "-id")[:MOST_SHOWN]}
    laid = by_colour(mixed_pile(row) for row in rows.values())
    return _book(owner, [(rows[one.id], one, None) for one in laid])


def near(owner: Any, target: LabTriple) -> SwatchesOut:
    """What was mixed that is near a dry colour, the nearest first."""
    piles = {one.id: one for one in map(mixed_pile, _rows(owner))}
    found = alike(piles.values(), np.array(target))
    rows = _rows(owner).in_bulk([int(one.id) for one, _ in found])
    return _book(owner, [(rows[int(one.id)], one, away) for one, away in found], lab_to_hex(np.array(target)))


def near_typed(owner: Any, written: str) -> SwatchesOut:
    """The same for a colour as people write it: CIELAB or #rrggbb."""
    return near(owner, triple(read_colour(written)))


def _book(owner: Any, rows: Sequence[tuple[Swatch, MixedPile, float | None]], target: str | None = None) -> SwatchesOut:
    return SwatchesOut(
        swatches=[_out(row, pile, away) for row, pile, away in rows],
        total=_rows(owner).count(),
        read=_rows(owner).filter(came_out__isnull=False).count(),
        near_de00=NEAR_DE00,
        same_de00=SAME_DE00,
        fewest_read=FEWEST_PILES,
        target=target,
    )


def _out(row: Swatch, pile: MixedPile, away: float | None = None) -> SwatchOut:
    return SwatchOut(
        id=row.pk,
        name=row.name,
        painting=row.painting_id,
        title=row.title,
        at=row.at.isoformat(),
        ml=sum(pile.parts.values()),
        parts=[
            SwatchPartOut(key=key, name=paint(key).name, colour=masstone(key), ml=ml)
            for key, ml in sorted(pile.parts.items(), key=lambda part: -part[1])
        ],
        planned=lab_to_hex(np.array(pile.planned)),
        planned_lab=list(pile.planned),
        wet=None if pile.wet is None else lab_to_hex(np.array(pile.wet)),
        came_out=None if pile.came_out is None else lab_to_hex(np.array(pile.came_out)),
        came_out_lab=None if pile.came_out is None else list(pile.came_out),
        value=pile.value,
        off_de00=pile.off_de00,
        off_words=pile.off_in_words,
        how=row.how,
        note=row.note,
        away=away,
    )


def keep(owner: Any, given: NewSwatchIn) -> SwatchOut:
    """Put a pile into the book that was mixed beside the plans; `UnknownPaint` for a paint that nobody knows."""
    parts = {paint(key).key: amount for key, amount in given.parts.items() if amount > 0}
    if not parts:
        raise BadSetting("There is no paint in this pile.", "Give the parts of at least one tube.")
    painting = None if given.painting is None else painting_of(owner, given.painting)
    box = looking_box(tubes_of(owner)).only(parts)
    planned = appearance.dry_lab_of_pile(parts, box)
    row = Swatch.objects.create(
        owner=owner,
        key=f"own/{uuid.uuid4().hex}",
        painting=painting,
        title="" if painting is None else painting.title,
        name=given.name.strip() or colour_name(planned),
        at=timezone.now(),
        parts=parts,
        planned=list(triple(planned)),
        note=given.note,
    )
    return _out(row, mixed_pile(row))


def change(owner: Any, swatch: int, given: SwatchIn) -> SwatchOut:
    """Keep how a dry swatch came out, or a note to it."""
    row = one_of(Swatch, owner, "swatch", pk=swatch)
    if given.came_out is not None:
        if not 0 <= given.came_out[0] <= 100:
            raise BadSetting("That is no colour.", "L* is 0 to 100.")
        row.came_out, row.how = list(given.came_out), given.how
    elif given.unread:
        row.came_out, row.how = None, ""
    if given.wet is not None:
        row.wet = list(given.wet)
    elif given.unread_wet:
        row.wet = None
    if given.note is not None:
        row.note = given.note
    row.save(update_fields=["came_out", "wet", "how", "note"])
    return _out(row, mixed_pile(row))


def read_instrument(owner: Any, swatch: int, *, wet: bool = False) -> SwatchOut:
    """The swatch, dry or wet, as the simulated colorimeter reads it."""
    row = one_of(Swatch, owner, "swatch", pk=swatch)
    measured = simulated_bench().pile(row.parts, shelf_box(owner).only(row.parts), wet=wet)
    lab = list(SimulatedColorimeter(SIMULATED_BENCH_SEED + row.pk).read(measured))
    return change(owner, swatch, SwatchIn(wet=lab) if wet else SwatchIn(came_out=lab, how="colorimeter"))


def take_out(owner: Any, swatch: int, *, back: bool = False) -> None:
    """Take a pile out of the book, or put it back."""
    row = one_of(Swatch, owner, "swatch", pk=swatch)
    row.removed = None if back else timezone.now()
    row.save(update_fields=["removed"])


def _learned(owner: Any) -> TubesLearned:
    rows = _rows(owner).filter(came_out__isnull=False).order_by("at", "id")
    measured = by_own_swatches(owner)
    piles = [ReadPile(row.parts, triple(np.array(row.came_out))) for row in rows]
    keys = sorted({key for pile in piles for key in pile.parts} or {"PW6"})
    return learn_tubes(Paintbox.of(measured.get(key) or paint(key) for key in keys), piles)


def tubes_learned(owner: Any) -> TubesLearnedOut:
    """What the piles that were read when dry say of the tubes; `BadReading` with too few of them. About 0.5 s."""
    return _learned_out(owner, _learned(owner), kept=False)


def calibrate(owner: Any) -> TubesLearnedOut:
    """Let predictions go by what the piles say, for every tube on the shelf that was in three or more of them."""
    found = _learned(owner)
    if found.gain < HELPS:
        raise Conflict(
            "These piles would not bring predictions nearer.",
            "Read more of them when they are dry, and look at those that are far off.",
        )
    shelf = {row.key: row for row in tube_rows(owner)}
    with shelf_change(owner, "Calibrated tubes from mixed piles"):
        for one in found.paints:
            if one.key in shelf and found.in_piles[one.key] >= FEWEST_OF_A_TUBE:
                keep_learned(shelf[one.key], one, found.unseen_de00)
    return _learned_out(owner, found, kept=True)


def _learned_out(owner: Any, found: TubesLearned, *, kept: bool) -> TubesLearnedOut:
    shelf = {row.key: row.pk for row in tube_rows(owner)}
    return TubesLearnedOut(
        tubes=[
            TubeLearnedOut(
                key=one.key,
                name=one.name,
                tube=shelf.get(one.key),
                piles=found.in_piles[one.key],
                before=laid_thick(paint(one.key)),
                after=laid_thick(one),
                strength=strength_of(one),
                kept=kept and one.key in shelf and found.in_piles[one.key] >= FEWEST_OF_A_TUBE,
            )
            for one in found.paints
        ],
        piles=found.piles,
        before_de00=found.before_de00,
        unseen_de00=found.unseen_de00,
        gain=found.gain,
        worth_it=found.gain >= HELPS,
    )
