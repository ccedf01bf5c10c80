import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour import spectra
from ypsochrom.kit.errors import BadSetting, BadSupply, BadSupport
from ypsochrom.materials import supplies
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedScale, SimulatedTubes
from ypsochrom.materials.measures import bead_cm, drops
from ypsochrom.materials.shelf import Tube, left_ml, nozzles_mm, price_per_ml, usable_box
from ypsochrom.materials.tray import checked_palette, side_of, tray
from ypsochrom.paint.calibration import SwatchReading, calibrate
from ypsochrom.paint.catalogue import catalogue, paint, paintbox


@pytest.mark.parametrize(
    "make",
    [
        lambda: supplies.Medium("syrup"), lambda: supplies.Medium("water", 100, 200), lambda: supplies.Medium("retarder", 0),
        lambda: supplies.Brush("broom", 10), lambda: supplies.Brush("flat", float("nan")), lambda: supplies.Brush("flat", 12, -1),
        lambda: supplies.StockSupport(300, 200, "furry"), lambda: supplies.StockSupport(300, 200, side_mm=-1),
        lambda: supplies.Medium("water", notes="x" * 201), lambda: supplies.StockSupport(300, 200, absorbency="endless"),
    ],
)  # fmt: skip
def test_supplies_that_cannot_be_are_refused_with_what_to_do(make):
    with pytest.raises(BadSupply) as refusal:
        make()
    assert refusal.value.hint


def test_a_support_in_stock_has_a_size_that_can_be_painted():
    with pytest.raises(BadSupport):
        supplies.StockSupport(0, 200)
    assert supplies.StockSupport(400, 300, side_mm=38).sides_cm2 == pytest.approx(2 * (40 + 30) * 3.8)


def test_every_medium_says_what_it_is_for_and_every_texture_how_fine_it_lets_one_paint():
    assert set(supplies.MEDIUM_USES) == set(supplies.MEDIUM_KINDS)
    details = [supplies.FINEST_DETAIL_MM[texture] for texture in supplies.TEXTURES]
    assert details == sorted(details)  # finer detail wants a smoother support: common practice


def test_the_tray_parts_warm_from_cool_with_white_between_common_practice():
    order = tray(paintbox(["PB29", "PW6", "PY42", "PBr7bu", "PG18", "PY35l", "PBk9", "PB35"]))
    sides = [place.side for place in order]
    assert sides == sorted(sides, key=["warm", "white", "cool"].index)
    light = {place.key: paint(place.key).masstone_lab[0] for place in order}
    warm = [light[p.key] for p in order if p.side == "warm"]
    cool = [light[p.key] for p in order if p.side == "cool"]
    assert warm == sorted(warm)
    assert cool == sorted(cool, reverse=True)


def test_reds_yellows_and_earths_are_warm_blues_and_greens_cool_common_practice():
    assert {side_of(paint(key)) for key in ("PR108", "PY42", "PBr7bs", "PO20", "PR122")} == {"warm"}
    assert {side_of(paint(key)) for key in ("PB29", "PG18", "PB15:3", "PV23", "PBk7")} == {"cool"}


@given(st.permutations(["PW6", "PB29", "PY42", "PR108", "PG7"]))
def test_the_tray_does_not_depend_on_the_order_in_which_tubes_came(keys):
    assert tray(paintbox(keys)) == tray(paintbox(sorted(keys)))


def test_a_palette_needs_a_name_and_a_paint():
    box = paintbox(catalogue())
    assert checked_palette(" Earths ", ["PY42", "PY42", "PBr7bs"], box).keys == ("PY42", "PBr7bs")
    for name, keys in (("", ["PY42"]), ("x" * 81, ["PY42"]), ("none", [])):
        with pytest.raises(BadSetting):
            checked_palette(name, keys, box)


def test_a_bead_of_a_millilitre_and_small_amounts_in_drops():
    assert bead_cm(1.0, 8.0) == pytest.approx(1.989, abs=1e-3)
    assert [drops(0.001), drops(0.05), drops(0.5), drops(2.0)] == [1, 1, 10, None]


def test_the_colorimeter_reads_alike_for_a_seed_drifts_and_is_set_to_white_again():
    grey = np.full(36, 0.2)
    first, again = SimulatedColorimeter(7), SimulatedColorimeter(7)
    read = [first.read(grey) for _ in range(200)]
    assert read == [again.read(grey) for _ in range(200)]
    true = spectra.reflectance_to_lab(grey)
    assert abs(np.mean([r[0] for r in read[:20]]) - true[0]) < 0.5
    assert read[-1][0] - true[0] > 2  # after two hundred readings the drift shows
    first.set_white()
    assert first.read(grey) == read[0]


def test_the_scale_shows_steps_of_its_resolution():
    scale = SimulatedScale(3, resolution_g=0.1)
    shown = [scale.weigh(m) for m in np.linspace(0, 20, 50)]
    assert all(round(g * 10) == pytest.approx(g * 10) for g in shown)
    assert np.abs(np.array(shown) - np.linspace(0, 20, 50)).max() < 0.15
    assert scale.weigh(0) >= 0


def test_simulated_tubes_differ_from_the_catalogue_but_not_from_themselves():
    tubes = SimulatedTubes(1)
    assert not np.allclose(tubes.truth(paint("PB29")).absorption, paint("PB29").absorption)
    np.testing.assert_array_equal(tubes.truth(paint("PB29")).absorption, tubes.truth(paint("PB29")).absorption)
    assert tubes.truth(paint("PW6")) is paint("PW6")


def test_of_two_tubes_of_a_paint_the_calibrated_one_speaks():
    measured = SimulatedTubes(1).swatch(paint("PB29"), paint("PW6"), "1:4")
    done = calibrate(paint("PB29"), [SwatchReading("1:4", reflectance=measured)], paint("PW6")).paint
    tubes = [Tube("PB29"), Tube("PW6"), Tube("PB29", calibrated=done), Tube("PY42", 60, 0)]
    box = usable_box(tubes)
    assert box.keys == ("PB29", "PW6")
    assert [p.source for p in box.paints] == ["calibrated", "catalogue"]
    assert box.fingerprint != paintbox(["PB29", "PW6"]).fingerprint


def test_amounts_prices_and_nozzles_are_told_by_paint():
    tubes = [Tube("PB29", 60, 10, 8, 6.0), Tube("PB29", 120, 100, 10, 9.0), Tube("PW6", 60, 60)]
    assert left_ml(tubes) == {"PB29": 110, "PW6": 60}
    assert price_per_ml(tubes) == {"PB29": pytest.approx(0.075)}
    assert nozzles_mm(tubes) == {"PB29": 8, "PW6": 8}
