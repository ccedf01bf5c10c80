"""The shelf: reading, adding, changing and removing tubes and what stands beside them."""

from collections.abc import Iterable
from functools import cache
from typing import Any

import numpy as np
from django.db import models
from django.utils import timezone

from server.records.history import shelf_change
from server.site.owned import one_of
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.kit.advice import Advice
from ypsochrom.kit.errors import BadShelf, BadSupply
from ypsochrom.materials import cautions, shelf, supplies
from ypsochrom.paint import appearance, films, strength
from ypsochrom.paint.catalogue import Paint, Paintbox, catalogue, paint

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


def _hiding(one: Paint) -> films.Hiding:
    return films.hiding(np.ones(1), Paintbox.of([one]))


@cache
def _usual_hiding(key: str) -> films.Hiding:
    return _hiding(paint(key))


@cache
def known_paints() -> tuple[PaintOut, ...]:
    """The catalogue, in its order."""
    return tuple(_paint_out(one) for one in catalogue().values())


def _paint_out(one: Paint) -> PaintOut:
    return PaintOut(
        key=one.key,
        name=one.name,
        pigments=list(one.pigments),
        **vars(_hiding(one)),
        lightfastness=one.lightfastness,
        finish=one.finish,
        strength=strength.tint_shift(one.key),
        density_kg_per_l=one.density_kg_per_l,
        strong=strength.is_tinter(one.key),
        masstone=masstone(one.key),
        tint=tinted(one),
        lift=films.lift_over_black(np.ones(1), Paintbox.of([one])),
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


def tube_rows(owner: Any) -> models.QuerySet[TubeRow]:
    """The tubes on the shelf, without those in the bin."""
    return TubeRow.objects.of(owner).filter(removed=None)


def supply_rows(owner: Any) -> list[SupplyRow]:
    """What stands beside the tubes."""
    return list(SupplyRow.objects.of(owner))


def tubes_of(owner: Any) -> tuple[shelf.Tube, ...]:
    """The painter's tubes as the core knows them, with their calibrations."""
    measured = calibrated_paints(owner)
    return tuple(_tube_of(row, measured.get(row.pk)) for row in tube_rows(owner))


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
        **vars(_usual_hiding(row.key) if calibrated is None else _hiding(calibrated)),
    )


def _out(row: TubeRow) -> TubeOut:
    return tube_out(row, calibrated_paints(row.owner).get(row.pk))


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
    return [tube_out(row, measured.get(row.pk)) for row in tube_rows(owner)]


def tube_row(owner: Any, tube_id: int) -> TubeRow:
    """The owner's tube, or `NotFound`."""
    return one_of(TubeRow, owner, "tube", pk=tube_id, removed=None)


def _fields(tube: shelf.Tube) -> dict[str, Any]:
    return {name: value for name, value in vars(tube).items() if name != "calibrated"}


def add_tubes(owner: Any, tubes: Iterable[shelf.Tube]) -> None:
    """Put tubes on the shelf."""
    rows = [TubeRow(owner=owner, **_fields(tube)) for tube in tubes]
    with shelf_change(owner, "Added tubes from a file"):
        _checked_room(owner, len(rows))
        TubeRow.objects.bulk_create(rows)


def _checked_room(owner: Any, more: int) -> None:
    if tube_rows(owner).count() + more > shelf.MOST_TUBES:
        raise BadShelf(f"A shelf holds at most {shelf.MOST_TUBES} tubes.", "Remove tubes that you do not use any more.")


def add_tube(owner: Any, given: TubeIn) -> TubeOut:
    """Put one tube on the shelf; the core refuses what is not a tube."""
    with shelf_change(owner, f"Added a tube of {paint(given.key).name}"):
        _checked_room(owner, 1)
        tube = shelf.Tube(**given.model_dump())
        row = TubeRow.objects.create(owner=owner, **_fields(tube))
    return _out(row)  # how it covers is worked out when nobody waits for it


def change_tube(owner: Any, tube_id: int, given: TubeIn) -> TubeOut:
    """Write over a tube; the core refuses what is not a tube. Another paint in it ends its calibration."""
    with shelf_change(owner, f"Changed a tube of {paint(given.key).name}"):
        row = tube_row(owner, tube_id)
        fields = _fields(shelf.Tube(**given.model_dump()))
        if fields["key"] != row.key:
            row.calibrations.all().delete()
        for name, value in fields.items():
            setattr(row, name, value)
        row.save()
    return _out(row)


def remove_tube(owner: Any, tube_id: int) -> None:
    """Take a tube off the shelf into the bin; its calibrations stay with it."""
    row = tube_row(owner, tube_id)
    with shelf_change(owner, f"Removed a tube of {paint(row.key).name}"):
        row.removed = timezone.now()
        row.save(update_fields=["removed"])


def supply_words() -> SupplyWords:
    """The words that supplies are described by."""
    return SupplyWords(
        mediums=list(supplies.MEDIUM_KINDS),
        textures=list(supplies.TEXTURES),
        absorbencies=list(supplies.ABSORBENCIES),
        brushes=list(supplies.BRUSH_KINDS),
    )


def list_supplies(owner: Any) -> list[SupplyOut]:
    """Mediums, supports and brushes in the order in which they came."""
    return [_supply_out(row) for row in SupplyRow.objects.of(owner)]


def add_supplies(owner: Any, given: Iterable[tuple[supplies.What, supplies.Supply]]) -> None:
    """Put supplies on the shelf."""
    rows = [SupplyRow(owner=owner, what=what, facts=vars(supply)) for what, supply in given]
    with shelf_change(owner, "Added supplies"):
        SupplyRow.objects.bulk_create(rows)


def _checked(given: SupplyIn) -> tuple[supplies.What, dict[str, Any]]:
    facts = given.item.model_dump()
    what: supplies.What = facts.pop("what")
    return what, vars(supplies.supply_of(what, facts))


def add_supply(owner: Any, given: SupplyIn) -> SupplyOut:
    """Put one thing on the shelf; the core refuses what cannot be."""
    with shelf_change(owner, f"Added a {given.item.what}"):
        what, facts = _checked(given)
        if SupplyRow.objects.of(owner).count() >= supplies.MOST_SUPPLIES:
            raise BadSupply(
                f"At most {supplies.MOST_SUPPLIES} things stand beside the tubes.",
                "Remove what you do not use any more.",
            )
        return _supply_out(SupplyRow.objects.create(owner=owner, what=what, facts=facts))


def change_supply(owner: Any, supply_id: int, given: SupplyIn) -> SupplyOut:
    """Write over one thing beside the tubes."""
    with shelf_change(owner, f"Changed a {given.item.what}"):
        row = one_of(SupplyRow, owner, "supply", pk=supply_id)
        row.what, row.facts = _checked(given)
        row.save()
        return _supply_out(row)


def remove_supply(owner: Any, supply_id: int) -> None:
    """Take one thing off the shelf."""
    row = one_of(SupplyRow, owner, "supply", pk=supply_id)
    with shelf_change(owner, f"Removed a {row.what}"):
        row.delete()


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
