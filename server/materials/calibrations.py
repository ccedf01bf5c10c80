"""Tubes measured: readings from a card's photo, a file or an instrument, fitted by the core, kept and taken back."""

import base64
from collections.abc import Sequence
from dataclasses import replace
from typing import Any, Literal

import numpy as np

from server.records.history import shelf_change
from server.site.problems import Conflict
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats.exchange import readings
from ypsochrom.formats.pdf import swatch_card as swatch_card_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.formats.pictures import png
from ypsochrom.materials import card_reading
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedTubes
from ypsochrom.paint import appearance
from ypsochrom.paint.calibration import (
    WHITE_PARTS,
    Confidence,
    Residual,
    SwatchReading,
    calibrate,
    confidence,
)
from ypsochrom.paint.catalogue import Paint, Paintbox, paint
from ypsochrom.subject.decode import decode

from .models import CalibrationRow, TubeRow
from .schemas import CalibrationIn, CalibrationOut, CautionOut, ReadingIn, ReadingOut, ReadingsOut, ResidualOut

CONFIDENCE_WORDS = {
    "good": "Good: mixes of this tube should come out within what a hand's measuring allows.",
    "fair": "Fair: nearer than the catalogue, still to be checked on the palette.",
    "poor": "Poor: the readings do not fit together. Read the swatches again before you rely on it.",
}
CARD_PX = 2400
"""Working size of a card's photo: marks of 14 mm stay readable when the card fills half of it."""

SIMULATED_BENCH_SEED = 7
"""The simulated bench: the same tubes for the colorimeter, the scale and the piles."""


def simulated_bench() -> SimulatedTubes:
    """What the simulated instruments look at."""
    return SimulatedTubes(SIMULATED_BENCH_SEED)


FROM_PILES = "piles"
"""How a tube was calibrated that was learned from piles mixed of it, not from swatches of its own."""


def calibrated_paints(owner: Any) -> dict[int, Paint]:
    """The paint that was measured to be in each tube, by the tube's id; the newest calibration counts."""
    rows = CalibrationRow.objects.of(owner).filter(tube__removed=None).select_related("tube")
    return {row.tube_id: _paint_of(row) for row in rows}


def by_own_swatches(owner: Any) -> dict[str, Paint]:
    """By key the paints of tubes that were calibrated by swatches of their own; the newest such calibration counts."""
    rows = CalibrationRow.objects.of(owner).filter(tube__removed=None).exclude(how=FROM_PILES).select_related("tube")
    return {row.tube.key: _paint_of(row) for row in rows}


def keep_learned(row: TubeRow, learned: Paint, expected_de00: float) -> None:
    """Keep what piles say of a tube as its calibration; inside a change of the shelf."""
    report = _report(learned, FROM_PILES, (), expected_de00, strength_of(learned), confidence(expected_de00))
    CalibrationRow.objects.create(
        owner=row.owner,
        tube=row,
        how=FROM_PILES,
        readings=[],
        absorption=learned.absorption.tolist(),
        scattering=learned.scattering.tolist(),
        report=report.model_dump(),
    )


def strength_of(one: Paint) -> float:
    """How many times as strongly a paint absorbs as the catalogue's."""
    return float(np.exp(np.mean(np.log(one.absorption / paint(one.key).absorption))))


def _paint_of(row: CalibrationRow) -> Paint:
    return replace(
        paint(row.tube.key),
        absorption=np.array(row.absorption),
        scattering=np.array(row.scattering),
        source="calibrated",
    )


def card_pdf(rows: list[TubeRow], paper: Paper) -> bytes:
    """Swatch cards for some tubes."""
    return swatch_card_pdf.swatch_card_pdf([paint(row.key) for row in rows], paper)


def read_photo(content: bytes) -> ReadingsOut:
    """The swatches on a photographed card; nothing is kept."""
    found = card_reading.read_card(decode(content, longest_px=CARD_PX).srgb8)
    flat = base64.b64encode(png.picture_jpeg(found.flat)).decode()
    return ReadingsOut(
        readings=[_reading_out(one) for one in found.readings],
        advice=[CautionOut(**vars(one)) for one in found.advice],
        flat=f"data:image/jpeg;base64,{flat}",
    )


def read_file(text: str) -> ReadingsOut:
    """The swatches in a file of readings; nothing is kept."""
    return ReadingsOut(readings=[_reading_out(one) for one in readings.read_readings(text)], advice=[], flat=None)


def read_instrument(row: TubeRow) -> ReadingsOut:
    """The tube's swatches as the simulated colorimeter reads them."""
    instrument = SimulatedColorimeter(seed=row.pk)
    one, white = paint(row.key), paint("PW6")
    kinds = [kind for kind in WHITE_PARTS if one.key != "PW6" or not WHITE_PARTS[kind]]
    found = [SwatchReading(kind, lab=instrument.read(simulated_bench().swatch(one, white, kind))) for kind in kinds]
    return ReadingsOut(readings=[_reading_out(reading) for reading in found], advice=[], flat=None)


def _reading_out(one: SwatchReading) -> ReadingOut:
    return ReadingOut(
        kind=one.kind,
        lab=None if one.lab is None else list(one.lab),
        reflectance=None if one.reflectance is None else [float(r) for r in one.reflectance],
        sigma_lab=one.sigma_lab,
        colour=lab_to_hex(one.colour),
    )


def _reading_of(given: ReadingIn) -> SwatchReading:
    sigma = {} if given.sigma_lab is None else {"sigma_lab": given.sigma_lab}
    lab = None if given.lab is None else (given.lab[0], given.lab[1], given.lab[2])
    return SwatchReading(
        given.kind, lab=lab, reflectance=None if given.reflectance is None else np.array(given.reflectance), **sigma
    )


def fit(row: TubeRow, white: Paint, given: CalibrationIn) -> CalibrationOut:
    """Fit a tube to its readings, starting from the catalogue; with `keep` it counts from now on."""
    found = calibrate(paint(row.key), [_reading_of(one) for one in given.readings], white)
    report = _report(found.paint, given.how, found.residuals, found.expected_de00, found.strength, found.confidence)
    if given.keep:
        with shelf_change(row.owner, f"Calibrated a tube of {paint(row.key).name}"):
            CalibrationRow.objects.create(
                owner=row.owner,
                tube=row,
                how=given.how,
                readings=[one.model_dump() for one in given.readings],
                absorption=found.paint.absorption.tolist(),
                scattering=found.paint.scattering.tolist(),
                report=report.model_dump(),
            )
    return report.model_copy(update={"kept": given.keep})


ReadingsName = Literal["readings.cxf", "readings.cgats", "readings.csv"]
READINGS_TYPES: dict[ReadingsName, str] = {
    "readings.cxf": "application/xml",
    "readings.cgats": "text/plain; charset=utf-8",
    "readings.csv": "text/csv; charset=utf-8",
}


def file_of(row: TubeRow, name: ReadingsName) -> str:
    """The readings that the tube's newest calibration rests on, as a file."""
    newest = row.calibrations.last()
    if newest is None or not newest.readings:
        raise Conflict("No swatch of this tube was read.", "Read its card first, then save the readings.")
    found = [_reading_of(ReadingIn(**one)) for one in newest.readings]
    if name == "readings.csv":
        return readings.write_csv(found)
    write = readings.write_cxf if name == "readings.cxf" else readings.write_cgats
    return write(f"Swatches of a tube of {paint(row.key).name}", found, newest.made)


def current(row: TubeRow) -> CalibrationOut | None:
    """The calibration that counts."""
    newest = row.calibrations.last()
    return None if newest is None else CalibrationOut(**{**newest.report, "kept": True})


def take_back(row: TubeRow) -> None:
    """Take back the newest calibration; the one before it counts again, or the catalogue."""
    newest = row.calibrations.last()
    if newest is None:
        raise Conflict("This tube is not calibrated.", "Its predictions rest on the catalogue already.")
    with shelf_change(row.owner, f"Took back a calibration of {paint(row.key).name}"):
        newest.delete()


def _report(
    after: Paint, how: str, residuals: Sequence[Residual], expected_de00: float, strength: float, sure: Confidence
) -> CalibrationOut:
    before = paint(after.key)
    return CalibrationOut(
        kept=False,
        how=how,
        residuals=[
            ResidualOut(
                kind=one.kind,
                before_de00=one.before_de00,
                after_de00=one.after_de00,
                read=lab_to_hex(np.array(one.read_lab)),
                predicted=lab_to_hex(np.array(one.predicted_lab)),
            )
            for one in residuals
        ],
        confidence=sure,
        words=CONFIDENCE_WORDS[sure],
        expected_de00=expected_de00,
        strength=strength,
        masstone_before=_swatch(before, 0.0),
        masstone_after=_swatch(after, 0.0),
        tint_before=_swatch(before, 4.0),
        tint_after=_swatch(after, 4.0),
    )


def _swatch(one: Paint, white_parts: float) -> str:
    box = Paintbox.of([one, paint("PW6")])
    return lab_to_hex(appearance.dry_lab(np.array([1.0, white_parts]), box))
