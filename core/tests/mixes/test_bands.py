"""The string of piles of a gradation: three to five from end to end, put together of the painting's piles, near what is there."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.areas.area import Area, FamilyPart
from ypsochrom.areas.gradations import FEWEST_PILES, MOST_PILES, Gradation
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.mixes.bands import ends_of, graded, with_strings
from ypsochrom.mixes.blends import blend_of, is_of_string, with_blends
from ypsochrom.mixes.mix_set import find_mixes, targets_of
from ypsochrom.mixes.told import told_bands
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.values.scale import USUAL_RANGE, lab_in_paint_range

BOX = paintbox(("PW6", "PBk9", "PBr7bu", "PY42", "PB29", "PR101", "PY35l", "PR108"))
LIGHT, DARK = (82.0, 2.0, 10.0), (38.0, 4.0, 14.0)


def wall(light=LIGHT, dark=DARK, parts=3, surface_cm2=240.0, id_="a01"):
    """A wall that falls off evenly from one side, in so many parts of equal surface."""
    families = {1: ("half-tone",), 2: ("shadow", "light"), 3: ("shadow", "half-tone", "light")}[parts]
    middles = (np.arange(parts)[::-1] + 0.5) / parts
    lab = [tuple(np.array(light) + at * np.subtract(dark, light)) for at in middles]
    own = tuple(FamilyPart(f, surface_cm2 / parts, one[0] / 10, one) for f, one in zip(families, lab, strict=True))
    mean = tuple(np.mean(lab, axis=0))
    return Area(0, id_, "wall", surface_cm2, 0.2, mean[0] / 10, mean, (0.5, 0.5), own)


def run(light=LIGHT, dark=DARK):
    return Gradation((0.0, 50.0), (200.0, 50.0), light, dark, 0.95)


def strung(area, gradation, others=()):
    areas = (area, *others)
    runs = graded(areas, areas, {area.id: gradation})
    found = with_blends(find_mixes(areas, BOX, ends=ends_of(runs)), targets_of(areas))
    return with_strings(found, runs)


@pytest.mark.parametrize("parts", [1, 2, 3])
def test_a_string_has_three_to_five_piles_from_the_light_end_to_the_dark_end_near_the_colour_there(parts):
    other = wall((92.0, 0.0, 4.0), (20.0, 0.0, 2.0), id_="a02")
    found = strung(wall(parts=parts), run(), [replace(other, index=1)])
    (string,) = found.strings
    assert FEWEST_PILES <= len(string.bands) <= MOST_PILES
    assert (string.bands[0].at, string.bands[-1].at) == (0.0, 1.0)
    assert (string.light_end, string.dark_end) == ("the left", "the right")
    lightness = [band.match.lab_dry[0] for band in string.bands]
    assert lightness == sorted(lightness, reverse=True)
    goals = [lab_in_paint_range(run().at(band.at), USUAL_RANGE) for band in string.bands]
    apart = delta_e_2000(np.array([band.match.lab_dry for band in string.bands]), np.array(goals))
    assert apart.max() < 5
    assert np.median(apart) < 3
    assert sum(band.share for band in string.bands) == pytest.approx(1.0)


def test_every_band_is_put_together_of_piles_of_the_painting_in_a_few_parts():
    found = strung(wall(), run())
    piles = {mix.id: mix for mix in found.mixes}
    for band in found.strings[0].bands:
        assert {dose.source for dose in band.doses} <= piles.keys()
        assert len(band.doses) <= 2
        assert all(dose.parts == int(dose.parts) and dose.parts <= 4 for dose in band.doses)
        parts = dict.fromkeys(found.palette, 0.0)
        for dose in band.doses:
            recipe = piles[dose.source].match.recipe
            for key, amount in recipe.parts:
                parts[key] += dose.parts * amount / recipe.total
        lab = appearance.dry_lab(appearance.parts_vector(parts, found.box), found.box)
        assert np.array(band.match.lab_dry) == pytest.approx(lab, abs=0.05)


def test_the_parts_take_shares_of_the_string_and_look_like_what_they_are_as_a_whole():
    area = wall()
    found = strung(area, run())
    own = [blend for blend in found.blends if is_of_string(blend.id)]
    assert [blend.serves for blend in own] == [((area.id, part.family),) for part in area.parts]
    for blend, part in zip(own, area.parts, strict=True):
        assert sum(blend_of(blend).values()) == pytest.approx(1.0)
        assert blend_of(blend).keys() <= found.strings[0].piles | {blend.doses[0].source}
        assert delta_e_2000(np.array(blend.match.lab_dry), lab_in_paint_range(np.array(part.lab))) < 4
        assert found.serving(area.id, part.family) is blend
    served = [part for mix in (*found.mixes, *found.blends) for part in mix.serves]
    assert len(served) == len(set(served)) == len(area.parts)


def test_of_every_pile_so_much_is_taken_as_lies_where_it_is_laid():
    """A wall most of which is dark; its light part is the smallest."""
    area = wall()
    light, dark = replace(area.parts[2], area_cm2=20.0), replace(area.parts[0], area_cm2=140.0)
    area = replace(area, parts=(dark, area.parts[1], light))
    mostly_dark = replace(run(), spread=(0.0, 0.5, 0.8, 0.9, 1.0))
    (found,) = graded((area,), (area,), {area.id: mostly_dark})
    lying = np.interp(np.linspace(0, 1, 4001), np.linspace(0, 1, 5), mostly_dark.spread)
    piles = np.array([np.interp(lying, found.places, one).mean() for one in np.eye(len(found.places))])
    surface = [part.area_cm2 for part in area.parts]
    assert np.average(found.shares, axis=0, weights=surface) == pytest.approx(piles, abs=0.01)
    assert found.shares.sum(axis=1) == pytest.approx(1.0)
    assert (
        found.shares[2, 0] > found.shares[1, 0] > found.shares[0, 0] == 0
    )  # the lightest pile: of the light most, of the dark none
    (even,) = graded((area,), (area,), {area.id: run()})
    assert np.average(even.shares, axis=0, weights=surface)[0] > 2 * piles[0]


@settings(max_examples=25, deadline=None)
@given(span=st.floats(9, 70), surface=st.floats(2, 500))
def test_the_wider_the_run_and_the_larger_the_passage_the_more_piles(span, surface):
    light = (85.0, 0.0, 5.0)
    narrow, wide = (run(light, (85.0 - one, 0.0, 5.0)).places(surface) for one in (span, span + 12))
    assert FEWEST_PILES <= len(narrow) <= len(wide) <= MOST_PILES
    assert len(run(light, (85.0 - span, 0.0, 5.0)).places(surface / 2)) <= len(narrow)
    assert np.diff(narrow) == pytest.approx(1 / (len(narrow) - 1), abs=0.011)  # an even run: even steps


def test_steps_are_even_in_colour_where_the_run_is_not():
    falling = replace(run(), between=((80.0, 2.0, 10.0), (78.0, 2.0, 10.5), (70.0, 3.0, 12.0)))
    places = falling.places(400.0)
    colours = falling.at(np.array(places))
    steps = np.linalg.norm(np.diff(colours, axis=0), axis=1)
    assert steps.max() < 1.2 * steps.min()
    assert places[1] > 0.5  # little happens in the first half


def test_a_gradation_moves_with_the_colour_that_the_painter_wants():
    photo = wall()
    bluer = replace(photo, parts=tuple(replace(p, lab=(p.lab[0], p.lab[1] - 2, p.lab[2] - 18)) for p in photo.parts))
    found = with_strings(find_mixes((bluer,), BOX), graded((bluer,), (photo,), {"a01": run()}))
    for band in found.strings[0].bands:
        assert band.match.target_lab[2] == pytest.approx(run().at(band.at)[2] - 18, abs=0.5)


def test_what_is_one_colour_to_these_paints_gets_no_string():
    night = wall((4.0, 0.0, 0.0), (1.0, 0.0, 0.0))
    assert strung(night, run((4.0, 0.0, 0.0), (1.0, 0.0, 0.0))).strings == ()
    assert graded((wall(),), (wall(),), {}) == ()
    bare = replace(wall(), parts=())
    assert graded((bare,), (wall(),), {"a01": run()}) == ()


def test_neighbours_that_are_the_same_are_told_as_one_and_the_ends_by_their_side():
    found = strung(wall(), run())
    (string,) = found.strings
    names = {mix.id: f"the {mix.id}" for mix in found.mixes}
    told = told_bands(string, names)
    assert told[0].name == "light end, the left"
    assert told[-1].name == "dark end, the right"
    assert all("the m" in band.words for band in told)
    twice = replace(string, bands=(string.bands[0], *string.bands))
    again = told_bands(twice, names)
    assert len(again) == len(told)
    assert again[0].share == pytest.approx(2 * told[0].share)
