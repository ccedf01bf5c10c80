import numpy as np
import pytest

from ypsochrom.areas.area import Area, FamilyPart
from ypsochrom.mixes.mix_set import choose_palette, find_mixes, targets_of
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.values.scale import PaintRange


def area(number, lab, family="half-tone", cm2=50.0):
    part = FamilyPart(family, cm2, 5.0, lab)
    return Area(number - 1, f"a{number:02d}", f"area {number}", cm2, 0.1, 5.0, lab, (0.5, 0.5), (part,))


EARTHS = ("PW6", "PY42", "PBr7bs", "PBr7ru", "PB29")


def test_every_part_is_served_by_one_mix_and_names_differ():
    areas = [area(i + 1, (30.0 + 6 * i, 5.0, 12.0)) for i in range(8)]
    found = find_mixes(areas, paintbox(EARTHS))
    served = [part for mix in found.mixes for part in mix.serves]
    assert sorted(served) == [(a.id, "half-tone") for a in areas]
    assert len({mix.name for mix in found.mixes}) == len(found.mixes)
    assert [mix.id for mix in found.mixes] == [f"m{i:02d}" for i in range(1, len(found.mixes) + 1)]
    for a in areas:
        assert (a.id, "half-tone") in found.serving(a.id, "half-tone").serves


def test_targets_that_come_to_the_same_recipe_share_one_pile():
    areas = [area(1, (20.0, 5.0, -20.0)), area(2, (60.0, 20.0, 40.0)), area(3, (90.0, 0.0, 0.0))]
    (only,) = find_mixes(areas, paintbox(["PB29"])).mixes
    assert len(only.serves) == 3


def test_targets_lie_in_the_range_of_dry_paint():
    reach = PaintRange()
    targets = targets_of([area(1, (0.0, 0.0, 0.0)), area(2, (100.0, 0.0, 0.0)), area(3, (50.0, 0.0, 0.0))])
    lightness = [target.lab[0] for target in targets]
    assert lightness[0] == pytest.approx(10 * reach.darkest, abs=2)
    assert lightness[1] == pytest.approx(10 * reach.lightest, abs=2)
    assert lightness[2] == pytest.approx(50.0, abs=0.05)


def test_a_pile_for_much_of_the_picture_is_mixed_with_more_care_than_one_for_a_corner():
    def away(cm2, other):
        box = paintbox(["PW6", "PY35l", "PY83", "PBr7ru", "PR108", "PB28", "PB29", "PBk9"])
        found = find_mixes([area(1, (70.7, 0.3, 28.3), cm2=cm2), area(2, (40.0, 5.0, 12.0), cm2=other)], box)
        return found.serving("a01", "half-tone").expected_de00

    assert away(900.0, 10.0) < 0.7 * away(10.0, 900.0)


def ids(found):
    return {advice.id for advice in found.advice}


def test_advice_names_what_the_tubes_cannot_do():
    light = find_mixes([area(1, (92.0, 0.0, 5.0))], paintbox(["PB29", "PBr7bs"]))
    assert {"mixes.W001", "mixes.W002"} <= ids(light)
    loud = find_mixes([area(1, (60.0, -60.0, 30.0))], paintbox(EARTHS))
    assert ids(loud) == {"mixes.W003"}
    black = find_mixes([area(1, (3.0, 0.0, 0.0))], paintbox(["PBk9"]))
    assert "mixes.N001" in ids(black)
    assert not ids(find_mixes([area(1, (60.0, 3.0, 15.0))], paintbox(EARTHS)))


def test_advice_says_what_to_do_and_about_which_mix():
    found = find_mixes([area(1, (92.0, 0.0, 5.0))], paintbox(["PB29", "PBr7bs"]))
    assert all(advice.hint for advice in found.advice)
    about = {advice.subject for advice in found.advice if advice.id == "mixes.W002"}
    assert about <= {mix.id for mix in found.mixes}


def test_the_palette_serves_the_colours_that_are_there():
    blues = targets_of([area(i, (30.0 + 10 * i, 0.0, -30.0)) for i in range(1, 5)])
    shelf = paintbox(["PW6", "PY35l", "PR108", "PB29", "PBr7bs", "PG17"])
    assert {"PW6", "PB29"} <= set(choose_palette(shelf, blues, 3).keys)
    assert choose_palette(shelf, blues, 6).keys == shelf.keys
    assert choose_palette(paintbox(["PB29"]), blues, 4).keys == ("PB29",)


def test_a_small_highlight_still_counts_when_tubes_are_chosen():
    wall = area(1, (60.0, 0.0, 4.0), cm2=1100.0)
    lemon = area(2, (78.0, 4.0, 75.0), cm2=15.0)
    shelf = paintbox(["PW6", "PBk9", "PBr7ru", "PY35l", "PB29"])
    assert "PY35l" in choose_palette(shelf, targets_of([wall, lemon]), 3).keys


def test_mixes_come_from_dark_to_light():
    areas = [area(i + 1, (lightness, 4.0, 10.0)) for i, lightness in enumerate((80.0, 30.0, 55.0))]
    targets = [mix.match.target_lab[0] for mix in find_mixes(areas, paintbox(EARTHS)).mixes if mix.serves]
    assert targets == sorted(targets)
    assert np.isfinite(targets).all()
