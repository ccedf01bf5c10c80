"""Calibration against simulated tubes whose truth is known: the prototype's figures are the least that is asked."""

import numpy as np
import pytest

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadReading
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedTubes
from ypsochrom.paint import appearance
from ypsochrom.paint.calibration import WHITE_PARTS, SwatchReading, calibrate, calibrated
from ypsochrom.paint.catalogue import Paintbox, paint, paintbox

EIGHT = ("PW6", "PY35m", "PY42", "PBr7bs", "PR108", "PB29", "PB15:3", "PV19r")
BOX = paintbox(EIGHT)
WHITE = paint("PW6")
FIVE, TWO = tuple(WHITE_PARTS), ("on white", "1:4")


def unseen_mixes(seed, count=60):
    rng = np.random.default_rng(seed)
    shares = np.zeros((count, len(EIGHT)))
    for row in shares:
        row[rng.choice(range(1, 8), 2, replace=False)] = rng.dirichlet([0.7] * 2)
        row[0] += rng.uniform(0, 2)
    return shares


def readings(tubes, key, kinds, *, spectral, seed, noise=0.5):
    instrument = SimulatedColorimeter(seed, noise_lab=noise, drift_lab=0.0)
    rng = np.random.default_rng(seed)
    found = []
    for kind in kinds:
        swatch = tubes.swatch(paint(key), WHITE, kind)
        if spectral:
            found.append(SwatchReading(kind, reflectance=np.clip(swatch * (1 + rng.normal(0, 0.01, 36)), 0, 1)))
        else:
            found.append(SwatchReading(kind, lab=instrument.read(swatch)))
    return found


def errors(kinds, *, spectral):
    fitted, unfitted = [], []
    for seed in range(3):
        tubes = SimulatedTubes(seed)
        new = [
            calibrate(paint(key), readings(tubes, key, kinds, spectral=spectral, seed=seed), WHITE).paint
            for key in EIGHT[1:]
        ]
        mixes = unseen_mixes(seed)
        truth = appearance.dry_lab(mixes, Paintbox.of(tubes.truth(p) for p in BOX.paints))
        fitted.append(delta_e_2000(appearance.dry_lab(mixes, calibrated(BOX, new)), truth))
        unfitted.append(delta_e_2000(appearance.dry_lab(mixes, BOX), truth))
    return np.concatenate(fitted), np.concatenate(unfitted)


@pytest.mark.parametrize(
    ("kinds", "spectral", "median", "most"),
    [(FIVE, True, 0.6, 1.6), (FIVE, False, 0.7, 2.1), (TWO, True, 0.8, 2.1)],
    ids=["five spectra", "five colours", "two spectra"],
)
def test_unseen_mixes_come_as_near_as_the_prototype_s(kinds, spectral, median, most):
    after, before = errors(kinds, spectral=spectral)
    assert np.median(after) <= median
    assert np.quantile(after, 0.95) <= most
    assert np.median(after) < 0.5 * np.median(before)


def test_readings_of_the_catalogue_s_own_paint_change_almost_nothing():
    tubes = SimulatedTubes(0, strength=0.0, shift_nm=0.0)
    done = calibrate(paint("PB29"), readings(tubes, "PB29", FIVE, spectral=True, seed=1, noise=0), WHITE)
    parts = np.array([[1.0, 0.0], [1.0, 4.0]])
    own, new = paintbox(["PB29", "PW6"]), Paintbox.of([done.paint, WHITE])
    assert delta_e_2000(appearance.dry_lab(parts, own), appearance.dry_lab(parts, new)).max() < 0.5
    assert done.strength == pytest.approx(1.0, abs=0.05)


def test_a_stronger_tube_is_found_to_be_stronger():
    from dataclasses import replace

    strong = replace(paint("PB29"), absorption=paint("PB29").absorption * 1.5)
    tubes = SimulatedTubes(0, strength=0.0, shift_nm=0.0)
    found = [SwatchReading(kind, reflectance=np.clip(tubes.swatch(strong, WHITE, kind), 0, 1)) for kind in FIVE]
    assert calibrate(paint("PB29"), found, WHITE).strength == pytest.approx(1.5, rel=0.12)


def test_residuals_fall_and_confidence_follows_from_what_was_read():
    tubes = SimulatedTubes(2)
    full = calibrate(paint("PR108"), readings(tubes, "PR108", FIVE, spectral=True, seed=1), WHITE)
    little = calibrate(paint("PR108"), readings(tubes, "PR108", ("1:10",), spectral=False, seed=1, noise=1), WHITE)
    assert all(r.after_de00 <= r.before_de00 + 0.3 for r in full.residuals)
    assert full.expected_de00 < little.expected_de00
    assert full.confidence == "good"
    assert full.paint.source == "calibrated"
    assert calibrated(BOX, [full.paint]).only(["PR108", "PW6"]).source == "calibrated"
    assert calibrated(BOX, [full.paint]).only(["PR108", "PB29"]).source == "catalogue"


def test_a_smudged_swatch_does_not_pull_the_others():
    tubes = SimulatedTubes(4)
    good = readings(tubes, "PY42", FIVE, spectral=False, seed=1)
    smudged = [*good[:-1], SwatchReading("1:10", lab=(40.0, 30.0, -30.0))]
    fitted = calibrate(paint("PY42"), smudged, WHITE)
    kept = [r for r in fitted.residuals if r.kind != "1:10"]
    assert np.median([r.after_de00 for r in kept]) < 2.5
    assert next(r for r in fitted.residuals if r.kind == "1:10").after_de00 > 15


def test_the_same_readings_give_the_same_paint():
    read = readings(SimulatedTubes(1), "PB29", FIVE, spectral=False, seed=1)
    first, second = (calibrate(paint("PB29"), read, WHITE) for _ in range(2))
    np.testing.assert_array_equal(first.paint.absorption, second.paint.absorption)
    assert first.expected_de00 == second.expected_de00


def test_white_is_calibrated_from_its_own_swatches_only():
    spectrum = SimulatedTubes(0).swatch(WHITE, WHITE, "on white")
    done = calibrate(WHITE, [SwatchReading("on white", reflectance=spectrum)], WHITE)
    assert done.paint.is_white
    with pytest.raises(BadReading, match="no tints"):
        calibrate(WHITE, [SwatchReading("1:4", reflectance=spectrum)], WHITE)


@pytest.mark.parametrize(
    "wrong",
    [
        {}, {"lab": (50.0, 0, 0), "reflectance": np.full(36, 0.5)}, {"reflectance": np.full(31, 0.5)},
        {"reflectance": np.full(36, np.nan)}, {"reflectance": np.full(36, 30.0)}, {"lab": (150.0, 0, 0)},
        {"lab": (50.0, np.nan, 0)},
    ],
)  # fmt: skip
def test_what_is_no_reading_is_refused(wrong):
    with pytest.raises(BadReading):
        SwatchReading("on white", **wrong)


def test_no_readings_or_one_twice_are_refused():
    grey = SwatchReading("1:4", reflectance=np.full(36, 0.4))
    with pytest.raises(BadReading, match="No swatch"):
        calibrate(paint("PB29"), [], WHITE)
    with pytest.raises(BadReading, match="twice"):
        calibrate(paint("PB29"), [grey, grey], WHITE)


def test_reading_s_colour_is_its_spectrum_s():
    spectrum = np.linspace(0.1, 0.8, 36)
    np.testing.assert_allclose(
        SwatchReading("1:4", reflectance=spectrum).colour, spectra.reflectance_to_lab(spectrum), atol=1e-9
    )
