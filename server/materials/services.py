"""The shelf: reading, adding, changing and removing tubes and what stands beside them."""

from collections.abc import Iterable
from functools import cache
from typing import Any

import numpy as np
from django.db import transaction

from server.site.owned import one_of
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.kit.advice import Advice
from ypsochrom.materials import cautions, shelf, supplies
from ypsochrom.paint import appearance, films, strength
from ypsochrom.paint.catalogue import Paint, Paintbox, catalogue, paint, paintbox

from . import calibrations
from .calibrations import calibrated_paints
from .models import SupplyRow, TubeRow
from .schemas import (
    CalibrationIn,
    CalibrationOut,
    CalibrationState,
    CautionOut,
    PaintOut,
    ShelfFile,
    ShelfRowOut,
    SupplyIn,
    SupplyOut,
    SupplyWords,
    TubeIn,
    TubeOut,
)


def laid_thick(one: Paint) -> str:
    """The paint laid thick and dry, for the screen."""
    return lab_to_hex(appearance.dry_lab_of(one.absorption, one.scattering))


@cache
def masstone(key: str) -> str:
    """The catalogue's paint laid thick and dry, for the screen."""
    return laid_thick(paint(key))


def tinted(one: Paint) -> str:
    """The paint 1:10 in titanium white, for the screen."""
    box = Paintbox.of([paint("PW6"), one])
    return lab_to_hex(appearance.dry_lab(np.array([0.0 if one.key == "PW6" else 10.0, 1.0]), box))


@cache
def known_paints() -> tuple[PaintOut, ...]:
    """The catalogue, in its order."""
    return tuple(_paint_out(one) for one in catalogue().values())


def _paint_out(one: Paint) -> PaintOut:
    box, alone = paintbox([one.key]), np.ones(1)
    hides = films.hiding_um(alone, box)
    return PaintOut(
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
        tint=tinted(one),
        hides_um=hides if np.isfinite(hides) else None,
        lift=films.lift_over_black(alone, box),
        cautions=cautions_out(cautions.cautions_for([one.key])),
    )


def cautions_out(advice: Iterable[Advice]) -> list[CautionOut]:
    """Advice for the page."""
    return [CautionOut(**vars(one)) for one in advice]


def cautions_of(owner: Any) -> list[CautionOut]:
    """The cautions for what stands on the shelf, then those for the work itself."""
    keys = [tube.key for tube in tubes_of(owner)]
    return cautions_out((*cautions.cautions_for(keys), *cautions.PROCESS_CAUTIONS))


def _tube_of(row: TubeRow, calibrated: Paint | None) -> shelf.Tube:
    return shelf.Tube(row.key, row.volume_ml, row.left_ml, row.nozzle_mm, row.price, row.notes, calibrated)


def tubes_of(owner: Any) -> tuple[shelf.Tube, ...]:
    """The painter's tubes as the core knows them, with their calibrations."""
    measured = calibrated_paints(owner)
    return tuple(_tube_of(row, measured.get(row.pk)) for row in TubeRow.objects.of(owner))


def shelf_facts(owner: Any) -> list[Any]:
    """What of the shelf a plan depends on."""
    return sorted([t.key, t.left_ml, t.nozzle_mm] for t in tubes_of(owner))


def tube_out(row: TubeRow, calibrated: Paint | None) -> TubeOut:
    """A tube for the page."""
    return TubeOut(
        id=row.pk,
        key=row.key,
        name=paint(row.key).name,
        masstone=masstone(row.key) if calibrated is None else laid_thick(calibrated),
        volume_ml=row.volume_ml,
        left_ml=row.left_ml,
        nozzle_mm=row.nozzle_mm,
        price=row.price,
        notes=row.notes,
        low=row.left_ml < shelf.LOW_SHARE * row.volume_ml,
        source="catalogue" if calibrated is None else "calibrated",
    )


def _out(row: TubeRow) -> TubeOut:
    return tube_out(row, calibrated_paints(row.owner).get(row.pk))


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
    measured = calibrated_paints(owner)
    return [tube_out(row, measured.get(row.pk)) for row in TubeRow.objects.of(owner)]


def tube_row(owner: Any, tube_id: int) -> TubeRow:
    """The owner's tube, or `NotFound`."""
    return one_of(TubeRow, owner, "tube", pk=tube_id)


def _fields(tube: shelf.Tube) -> dict[str, Any]:
    return {name: value for name, value in vars(tube).items() if name != "calibrated"}


@transaction.atomic
def add_tubes(owner: Any, tubes: Iterable[shelf.Tube]) -> None:
    """Put tubes on the shelf."""
    for tube in tubes:
        TubeRow.objects.create(owner=owner, **_fields(tube))


@transaction.atomic
def add_tube(owner: Any, given: TubeIn) -> TubeOut:
    """Put one tube on the shelf; the core refuses what is not a tube."""
    tube = shelf.Tube(**given.model_dump())
    return _out(TubeRow.objects.create(owner=owner, **_fields(tube)))


@transaction.atomic
def change_tube(owner: Any, tube_id: int, given: TubeIn) -> TubeOut:
    """Write over a tube; the core refuses what is not a tube. Another paint in it ends its calibration."""
    row = tube_row(owner, tube_id)
    fields = _fields(shelf.Tube(**given.model_dump()))
    if fields["key"] != row.key:
        row.calibrations.all().delete()
    for name, value in fields.items():
        setattr(row, name, value)
    row.save()
    return _out(row)


@transaction.atomic
def remove_tube(owner: Any, tube_id: int) -> None:
    """Take a tube off the shelf."""
    tube_row(owner, tube_id).delete()


def supply_words() -> SupplyWords:
    """The words that supplies are described by."""
    return SupplyWords(
        mediums=list(supplies.MEDIUM_KINDS),
        textures=list(supplies.TEXTURES),
        absorbencies=list(supplies.ABSORBENCIES),
        brushes=list(supplies.BRUSH_KINDS),
    )


USUAL_SMALLEST_BRUSH_MM = 2.0


def smallest_brush_mm(owner: Any) -> float:
    """The narrowest brush on the shelf; without any, a round no. 1."""
    widths = [row.facts["width_mm"] for row in SupplyRow.objects.of(owner).filter(what="brush")]
    return min(widths, default=USUAL_SMALLEST_BRUSH_MM)


def weave_mm(owner: Any, width_mm: float, height_mm: float) -> float | None:
    """The finest detail that the smoothest support of this size in stock keeps clean; None when there is none of this size."""
    rows = SupplyRow.objects.of(owner).filter(what="support")
    wanted = {width_mm, height_mm}
    fitting = [row.facts["texture"] for row in rows if {row.facts["width_mm"], row.facts["height_mm"]} == wanted]
    return min((supplies.FINEST_DETAIL_MM[texture] for texture in fitting), default=None)


def mediums_of(owner: Any) -> tuple[supplies.Medium, ...]:
    """The painter's bottles; a starter's set for one who has not entered any."""
    rows = SupplyRow.objects.of(owner).filter(what="medium")
    return tuple(supplies.Medium(**row.facts) for row in rows) or supplies.STARTER_MEDIUMS


def list_supplies(owner: Any) -> list[SupplyOut]:
    """Mediums, supports and brushes in the order in which they came."""
    return [_supply_out(row) for row in SupplyRow.objects.of(owner)]


@transaction.atomic
def add_supplies(owner: Any, given: Iterable[tuple[supplies.What, supplies.Supply]]) -> None:
    """Put supplies on the shelf."""
    for what, supply in given:
        SupplyRow.objects.create(owner=owner, what=what, facts=vars(supply))


def _checked(given: SupplyIn) -> tuple[supplies.What, dict[str, Any]]:
    facts = given.item.model_dump()
    what: supplies.What = facts.pop("what")
    return what, vars(supplies.supply_of(what, facts))


@transaction.atomic
def add_supply(owner: Any, given: SupplyIn) -> SupplyOut:
    """Put one thing on the shelf; the core refuses what cannot be."""
    what, facts = _checked(given)
    return _supply_out(SupplyRow.objects.create(owner=owner, what=what, facts=facts))


@transaction.atomic
def change_supply(owner: Any, supply_id: int, given: SupplyIn) -> SupplyOut:
    """Write over one thing beside the tubes."""
    row = one_of(SupplyRow, owner, "supply", pk=supply_id)
    row.what, row.facts = _checked(given)
    row.save()
    return _supply_out(row)


@transaction.atomic
def remove_supply(owner: Any, supply_id: int) -> None:
    """Take one thing off the shelf."""
    one_of(SupplyRow, owner, "supply", pk=supply_id).delete()


def _supply_out(row: SupplyRow) -> SupplyOut:
    supply = supplies.supply_of(row.what, row.facts)  # type: ignore[arg-type]  # written by _checked
    return SupplyOut(
        id=row.pk,
        item={"what": row.what, **row.facts},  # type: ignore[arg-type]  # pydantic picks the member by `what`
        low=isinstance(supply, supplies.Medium) and supplies.is_low(supply),
        remark=supplies.remark(supply),
    )


def calibration_state(owner: Any, tube_id: int) -> CalibrationState:
    """A tube with the calibration that counts."""
    row = tube_row(owner, tube_id)
    return CalibrationState(tube=_out(row), current=calibrations.current(row), count=row.calibrations.count())


def calibrate_tube(owner: Any, tube_id: int, given: CalibrationIn) -> CalibrationOut:
    """Fit a tube to its readings; the tints are taken to be in the painter's white, as calibrated if it is."""
    row = tube_row(owner, tube_id)
    white = next((tube.calibrated for tube in tubes_of(owner) if tube.key == "PW6" and tube.calibrated), paint("PW6"))
    return calibrations.fit(row, white, given)


def take_calibration_back(owner: Any, tube_id: int) -> CalibrationState:
    """Take a tube's newest calibration back."""
    calibrations.take_back(tube_row(owner, tube_id))
    return calibration_state(owner, tube_id)
