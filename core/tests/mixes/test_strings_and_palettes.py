import re

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.colour.words import hue_family
from ypsochrom.kit.errors import BadSetting, NoRecipe
from ypsochrom.mixes import strings
from ypsochrom.mixes.compare import judge
from ypsochrom.mixes.gather import Target
from ypsochrom.mixes.palette import best_tubes
from ypsochrom.mixes.reach import picture_reach, replaced, slice_at
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import OUT_OF_REACH_DE00
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import catalogue, paintbox

BOX = paintbox(["PW6", "PY35m", "PY42", "PBr7bs", "PBr7ru", "PR108", "PB29", "PG7"])
SIENNA = Recipe.of({"PBr7bs": 2, "PY42": 1})


def values(steps):
    return [float(lab_to_value(np.array(step.match.lab_dry))) for step in steps]


@settings(max_examples=20)
@given(
    st.dictionaries(st.sampled_from(BOX.keys), st.integers(1, 8), min_size=1, max_size=3).map(Recipe.of),
    st.integers(2, 9),
)
def test_a_value_string_rises_holds_its_base_and_shares_it(base, steps):
    found = strings.value_string(base, steps, BOX)
    assert values(found) == sorted(values(found))
    assert [step.match.recipe for step in found if step.name == "base"] == [base]
    for step in found:
        ratio = {key: step.match.recipe.mapping.get(key, 0) for key in base.keys}
        extra = set(step.match.recipe.keys) - set(base.keys)
        assert len(extra) <= 1
        if extra:  # nothing but one paint was added to the base
            scale = {round(ratio[key] / base.mapping[key], 6) for key in base.keys}
            assert len(scale) == 1


def test_every_step_is_told_in_parts_that_a_hand_can_count():
    made = [*strings.value_string(SIENNA, 9, BOX), *strings.neutrals(7, BOX), *strings.greens(6, BOX)]
    for step in made:
        for told in step.words.split("then "):
            parts = [int(n) for n in re.findall(r"\d+", told)]
            goes = 2 if "in two goes" in told else 1
            assert max(parts) / min(parts) <= 20**goes, step.words
            assert sum(parts) <= 21 or goes == 2, step.words
    assert [step.words for step in made if step.name == "base"] == ["2 burnt sienna + 1 yellow ochre"]


def test_the_steps_of_a_string_are_about_even():
    gaps = np.diff(values(strings.value_string(SIENNA, 7, BOX)))
    assert len(gaps) == 6
    assert gaps.max() < 2.2 * np.median(gaps)


def test_neutrals_are_grey_rise_and_use_no_black_common_practice():
    found = strings.neutrals(6, paintbox([*BOX.keys, "PBk9"]))
    assert values(found) == sorted(values(found))
    for step in found:
        assert np.hypot(*step.match.lab_dry[1:]) < 2.5
        assert "PBk9" not in step.match.recipe.keys


def test_a_dark_is_mixed_from_blue_and_earth_rather_than_black_common_practice():
    found = strings.chromatic_darks(paintbox(["PW6", "PB29", "PBr7bs", "PBr7bu", "PBk9"]))
    assert all("PBk9" not in step.match.recipe.keys for step in found)
    assert found[0].match.lab_dry[0] <= 30
    assert len({step.name for step in found}) == len(found)
    with pytest.raises(NoRecipe, match="no deep dark"):
        strings.chromatic_darks(paintbox(["PW6", "PY35l", "PY42"]))


@pytest.mark.parametrize("count", range(3, 9))
def test_greens_are_one_family_from_dark_and_cool_to_light_and_warm_common_practice(count):
    found = strings.greens(count, BOX)
    assert len(found) == count
    assert values(found) == sorted(values(found))
    assert {hue_family(np.array(step.match.lab_dry)) for step in found} <= {"green", "yellow-green", "yellow", "brown"}
    used = set().union(*(step.match.recipe.keys for step in found))
    assert len(used) <= 4
    assert found[0].match.lab_dry[2] < found[-1].match.lab_dry[2]


def test_strings_that_cannot_be_are_refused():
    with pytest.raises(NoRecipe, match="no greens"):
        strings.greens(4, paintbox(["PW6", "PR108", "PY42"]))
    for make in (
        lambda: strings.greens(2, BOX),
        lambda: strings.neutrals(1, BOX),
        lambda: strings.value_string(SIENNA, 10, BOX),
    ):
        with pytest.raises(BadSetting):
            make()


def test_out_of_two_dozen_and_out_of_the_whole_catalogue_six_are_chosen_with_the_locked_ones():
    targets = np.random.default_rng(1).uniform([30, -20, -20], [90, 40, 50], (12, 3))
    everything = paintbox(catalogue())
    chosen = best_tubes(everything, targets, np.ones(12), 6, locked=("PBk9", "sepia"))
    assert len(chosen) == 6
    assert {"PW6", "PBk9", "sepia"} <= set(chosen)
    free = best_tubes(everything, targets, np.ones(12), 6)
    mine = best_tubes(BOX, targets, np.ones(12), 6)
    as_targets = [Target(str(i), tuple(t), 1.0) for i, t in enumerate(targets.tolist())]
    assert (
        judge(everything.only(free), as_targets, on_shelf=()).mean_de00
        <= judge(BOX.only(mine), as_targets, on_shelf=()).mean_de00
    )
    with pytest.raises(BadSetting, match="locked"):
        best_tubes(BOX, targets, np.ones(12), 2, locked=("PB29", "PG7", "PY42"))


def test_a_palette_is_judged_by_its_misses_its_piles_and_what_is_missing():
    targets = [Target("wall", (60.0, 3.0, 8.0), 90.0), Target("flag", (45.0, 60.0, -20.0), 10.0)]
    report = judge(
        paintbox(["PW6", "PY42", "PBr7bs", "PB29"]),
        targets,
        on_shelf=("PW6", "PY42"),
        prices={"PBr7bs": 5.0, "PB29": 7.5},
    )
    assert report.worst[0].serves == "flag"
    assert report.worst[0].de00 > OUT_OF_REACH_DE00
    assert "too dull" in report.worst[0].words or "too" in report.worst[0].words
    assert report.share_out == pytest.approx(0.1)
    assert report.mean_de00 == pytest.approx(0.9 * report.worst[1].de00 + 0.1 * report.worst[0].de00)
    assert report.missing == ("PBr7bs", "PB29")
    assert report.price == 12.5
    assert report.mixes == 2
    assert judge(BOX, targets, on_shelf=()).price is None


def test_a_colour_out_of_reach_keeps_its_value_and_loses_chroma():
    table = table_for(paintbox(["PW6", "PY42", "PBr7bs", "PB29"]))
    loud = np.array([[55.0, 70.0, 10.0], [60.0, -60.0, 30.0]])
    given = replaced(table, loud)
    assert np.abs(lab_to_value(given) - lab_to_value(loud)).max() < 0.6
    assert (np.hypot(given[:, 1], given[:, 2]) < np.hypot(loud[:, 1], loud[:, 2])).all()


def test_the_reach_of_a_picture_finds_the_loud_half_and_leaves_the_quiet_one():
    table = table_for(paintbox(["PW6", "PY42", "PBr7bs", "PB29"]))
    picture = np.full((40, 60, 3), (60.0, 3.0, 8.0))
    picture[:, 30:] = (55.0, 70.0, 10.0)
    reach = picture_reach(table, picture)
    assert reach.share_out == pytest.approx(0.5)
    assert not reach.out[:, :30].any()
    np.testing.assert_array_equal(reach.lab[:, :30], picture[:, :30])
    more = table_for(paintbox(["PW6", "PY42", "PBr7bs", "PB29", "PR122", "PV19r"]))
    assert np.median(picture_reach(more, picture).de00[:, 30:]) < np.median(reach.de00[:, 30:])


def inside(rings, point):
    import cv2

    return any(cv2.pointPolygonTest(np.array(ring, dtype=np.float32), point, False) >= 0 for ring in rings)


def test_a_slice_holds_the_palette_s_colours_at_its_value_and_not_others():
    table = table_for(BOX)
    at_six = slice_at(table, 6.0)
    near = np.abs(lab_to_value(table.lab.astype(float)) - 6.0) < 0.2
    some = table.lab[near][::997, 1:].tolist()
    assert np.mean([inside(at_six.rings, (float(a), float(b))) for a, b in some]) > 0.97
    assert not inside(at_six.rings, (-70.0, -60.0))
    assert slice_at(table, 10).rings == ()
    more = slice_at(table_for(paintbox([*BOX.keys, "PR122", "PB15:3"])), 6.0)
    assert more.most_chroma >= at_six.most_chroma - 1
    with pytest.raises(BadSetting):
        slice_at(table, 11)
