"""The shelf: reading, adding, changing and removing tubes."""

from collections.abc import Iterable
from functools import cache
from typing import Any

import numpy as np
from django.db import transaction

from server.site.owned import one_of
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.materials import cautions, shelf
from ypsochrom.paint import appearance, strength
from ypsochrom.paint.catalogue import Paint, catalogue, paint, paintbox

from .models import TubeRow
from .schemas import CautionOut, PaintOut, ShelfFile, ShelfRowOut, TubeIn, TubeOut

LOW_SHARE = 0.2


@cache
def masstone(key: str) -> str:
    """The paint laid thick and dry, for the screen."""
    return lab_to_hex(appearance.dry_lab(np.ones(1), paintbox([key])))


def _tint(one: Paint) -> str:
    box = paintbox(["PW6", one.key])
    return lab_to_hex(appearance.dry_lab(np.array([10.0, 1.0][: len(box)]), box))


@cache
def known_paints() -> tuple[PaintOut, ...]:
    """The catalogue, in its order."""
    return tuple(
        PaintOut(
            key=one.key,
            name=one.name,
            pigments=list(one.pigments),
            opacity=one.opacity,
            lightfastness=one.lightfastness,
            finish=one.finish,
            strength=strength.tint_shift(one.key),
            density_kg_per_l=one.density_kg_per_l,
            strong=strength.is_strong(one.key),
            masstone=masstone(one.key),
            tint=_tint(one),
        )
        for one in catalogue().values()
    )


def cautions_of(owner: Any) -> list[CautionOut]:
    """The cautions for what stands on the shelf, then those for the work itself."""
    keys = [tube.key for tube in tubes_of(owner)]
    return [CautionOut(**vars(one)) for one in (*cautions.cautions_for(keys), *cautions.PROCESS_CAUTIONS)]


def _tube_of(row: TubeRow) -> shelf.Tube:
    return shelf.Tube(row.key, row.volume_ml, row.left_ml, row.nozzle_mm, row.price, row.notes)


def tubes_of(owner: Any) -> tuple[shelf.Tube, ...]:
    """The painter's tubes as the core knows them."""
    return tuple(_tube_of(row) for row in TubeRow.objects.of(owner))


def shelf_facts(owner: Any) -> list[Any]:
    """What of the shelf a plan depends on."""
    return sorted([t.key, t.left_ml, t.nozzle_mm] for t in tubes_of(owner))


def _out(row: TubeRow) -> TubeOut:
    return TubeOut(
        id=row.pk,
        key=row.key,
        name=paint(row.key).name,
        masstone=masstone(row.key),
        volume_ml=row.volume_ml,
        left_ml=row.left_ml,
        nozzle_mm=row.nozzle_mm,
        price=row.price,
        notes=row.notes,
        low=row.left_ml < LOW_SHARE * row.volume_ml,
    )


@transaction.atomic
def read_file(owner: Any, given: ShelfFile) -> list[ShelfRowOut]:
    """What a shelf file holds, row by row; with `keep` its good rows go on the shelf."""
    rows = shelf.read_rows(given.text)
    if given.keep:
        add_tubes(owner, [row.tube for row in rows if row.tube is not None])
    return [
        ShelfRowOut(
            line=row.line,
            key=row.tube.key if row.tube else None,
            name=paint(row.tube.key).name if row.tube else None,
            left_ml=row.tube.left_ml if row.tube else None,
            problem=row.problem.message if row.problem else None,
            hint=row.problem.hint if row.problem else None,
        )
        for row in rows
    ]


def write_file(owner: Any) -> str:
    """The shelf as CSV, in the form that `read_file` takes."""
    return shelf.write_csv(tubes_of(owner))


def list_tubes(owner: Any) -> list[TubeOut]:
    """The shelf in the order in which tubes came to it."""
    return [_out(row) for row in TubeRow.objects.of(owner)]


@transaction.atomic
def add_tubes(owner: Any, tubes: Iterable[shelf.Tube]) -> None:
    """Put tubes on the shelf."""
    for tube in tubes:
        TubeRow.objects.create(
            owner=owner,
            key=tube.key,
            volume_ml=tube.volume_ml,
            left_ml=tube.left_ml,
            nozzle_mm=tube.nozzle_mm,
            price=tube.price,
            notes=tube.notes,
        )


@transaction.atomic
def add_tube(owner: Any, given: TubeIn) -> TubeOut:
    """Put one tube on the shelf; the core refuses what is not a tube."""
    tube = shelf.Tube(**given.model_dump())
    return _out(TubeRow.objects.create(owner=owner, **vars(tube)))


@transaction.atomic
def change_tube(owner: Any, tube_id: int, given: TubeIn) -> TubeOut:
    """Write over a tube; the core refuses what is not a tube."""
    row = one_of(TubeRow, owner, "tube", pk=tube_id)
    for name, value in vars(shelf.Tube(**given.model_dump())).items():
        setattr(row, name, value)
    row.save()
    return _out(row)


@transaction.atomic
def remove_tube(owner: Any, tube_id: int) -> None:
    """Take a tube off the shelf."""
    one_of(TubeRow, owner, "tube", pk=tube_id).delete()
