"""The invariants of a plan, on the demo scene and on real photographs."""

import math

import numpy as np
import pytest
from skimage import data
from sklearn.datasets import load_sample_images

from ypsochrom.colour import srgb
from ypsochrom.kit.errors import BadPicture, BadSetting, BadShelf, Cancelled
from ypsochrom.materials.measures import DROP_ML, bead_cm
from ypsochrom.materials.shelf import Tube, starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.mixes.blends import blend_of
from ypsochrom.paint.catalogue import paint, paintbox
from ypsochrom.passes.amounts import quantities
from ypsochrom.passes.films import layers
from ypsochrom.passes.films.stages import stage_pictures
from ypsochrom.passes.manners import Manner
from ypsochrom.passes.scene import Choices
from ypsochrom.subject.decode import Picture, decode
from ypsochrom.work.brief import Brief, MixSettings
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import make_plan, plan_of, work_from

PANEL = Support(400, 300)
BOX = paintbox(["PW6"])
SOURCES = ("kettle", "coffee", "china")


@pytest.fixture(scope="module", params=SOURCES)
def work(request, kettle_bytes):
    if request.param == "kettle":
        picture = decode(kettle_bytes)
    else:
        photo = data.coffee() if request.param == "coffee" else load_sample_images().images[0]
        picture = Picture(srgb.decode_picture(np.ascontiguousarray(photo)), photo.shape[1], photo.shape[0])
    return work_from(picture, Brief(PANEL, mixes=MixSettings(tubes=8)), starter_shelf())


@pytest.fixture(scope="module")
def plan(work):
    return plan_of(work)


def test_shares_areas_and_volumes_add_up(plan):
    assert sum(s.share for s in plan.values.steps) == pytest.approx(1)
    assert sum(a.area_cm2 for a in plan.areas.areas) == pytest.approx(PANEL.area_cm2)
    steps = [s for p in plan.passes.passes for s in p.steps]
    volumes, taken = plan.passes.volumes, dict.fromkeys(plan.passes.volumes, 0.0)
    assert volumes == {mix: use.volume_ml for mix, use in plan.passes.uses.items()}
    for mix in plan.passes.mixes:
        for dose in mix.made_from:
            if dose.source in taken:
                taken[dose.source] += volumes[mix.id] * dose.parts / mix.total_parts
    share = {blend.id: blend_of(blend) for blend in plan.passes.blends}
    for mix in plan.passes.mixes:  # what is needed with its margin, and no part more than up to a whole drop
        painted = sum(s.volume_ml * share.get(s.mix, {s.mix: 1.0}).get(mix.id, 0.0) for s in steps)
        use = plan.passes.uses[mix.id]
        assert (use.painted_ml, use.taken_ml) == (pytest.approx(painted), pytest.approx(taken[mix.id]))
        needed = painted * (1 + quantities.MARGIN_SHARE) + taken[mix.id]
        assert needed == pytest.approx(volumes[mix.id] - use.rounding_ml)
        more = volumes[mix.id] - max(needed, quantities.SMALLEST_PILE_ML)
        assert 0 <= more + 1e-9 < DROP_ML * mix.total_parts
    assert sum(n.volume_ml for n in plan.passes.paint) == pytest.approx(sum(volumes.values()) - sum(taken.values()))
    for need in plan.passes.paint:
        assert need.mass_g == pytest.approx(need.volume_ml * paint(need.key).density_kg_per_l)


def test_every_part_of_every_area_has_a_mix_of_the_palette(plan):
    assert len(plan.mixes.palette) == 8
    assert 5 <= len(plan.mixes.mixes) <= 25
    for area in plan.areas.areas:
        for part in area.parts:
            mix = plan.mixes.serving(area.id, part.family)
            assert set(mix.match.recipe.keys) <= set(plan.mixes.palette)


def test_passes_go_from_ground_to_highlights_with_shrinking_brushes_common_practice(plan, work):
    passes = plan.passes.passes
    roles = [part for p in passes for part in p.parts]
    order = ["ground", "block-in", "shadow", "half-tone", "light", "highlight"]
    last = ["what overlaps everything"] if scene_of(work).overlapping else []  # narrow things: a rim, a ridge
    assert roles == [role for role in order if role in roles] + last
    assert roles[:2] == ["ground", "block-in"]
    assert [p.number for p in passes] == list(range(1, len(passes) + 1))
    brushes = [p.brush_of(step) for p in passes for step in p.steps]
    assert brushes == sorted(brushes, reverse=True)


def test_block_in_covers_everything_darks_first_and_lights_are_held_back_common_practice(plan, work):
    block_in = plan.passes.passes[1]
    assert block_in.role == "block-in"
    assert {s.area for s in block_in.steps} == {a.id for a in plan.areas.areas} - scene_of(work).overlapping
    dry = {id_: mix.match.lab_dry[0] for id_, mix in plan.passes.mix_of.items()}
    pile_of = scene_of(work).pile_of
    lightness = [dry[pile_of(plan.passes.mix_of[s.mix]).id] for s in block_in.steps]
    assert lightness == sorted(lightness)
    held = 2 if scene_of(work).overlapping else 1  # the highlights, and what overlaps everything with its own
    for paint_pass in plan.passes.passes[:-held]:
        assert all(s.family not in ("accent", "highlight") for s in paint_pass.steps)


def test_step_volumes_are_area_times_film_times_coats_with_loss(plan):
    for paint_pass in plan.passes.passes:
        for step in paint_pass.steps:
            film = step.area_cm2 * step.film_um * 1e-4 * step.coats
            assert step.volume_ml + step.medium_ml == pytest.approx(film / (1 - quantities.LOSS_SHARE))
            assert 1 <= step.coats <= layers.MOST_COATS
    assert min(plan.passes.volumes.values()) >= quantities.SMALLEST_PILE_ML - 1e-9
    for mix in plan.passes.mixes:
        for dose in mix.made_from:  # whole drops of every source
            count = plan.passes.volumes[mix.id] * dose.parts / mix.total_parts / DROP_ML
            assert count >= 1 - 1e-6
            assert count == pytest.approx(round(count))


def test_stage_pictures_come_closer_to_the_subject_pass_by_pass(work, plan):
    stages = stage_pictures(
        plan.areas, scene_of(work), list(plan.passes.mix_of.values()), plan.passes.passes, plan.mixes.box
    )
    assert len(stages) == len(plan.passes.passes)
    photo = plan.picture.srgb8.astype(float)
    away = [np.abs(stage - photo).mean() for stage in stages]
    assert away[-1] < away[1] < away[0]


def test_bead_of_an_8_mm_nozzle_is_two_centimetres_a_millilitre():
    # worked by hand: 1 cm3 / (pi x 0.4^2 cm2) = 1.989 cm
    assert bead_cm(1.0, 8.0) == pytest.approx(1.989, abs=1e-3)
    assert quantities.film_volume_ml(1000, 100, 1) == pytest.approx(10 / (1 - quantities.LOSS_SHARE))


def test_pale_paint_over_a_dark_needs_more_coats_than_an_earth_common_practice(plan):
    black = layers.masstone(_recipe({"PBk9": 1}), BOX)
    yellow, ochre = _recipe({"PY74": 1}), _recipe({"PBr7bu": 1})
    assert layers.coats_needed(yellow, BOX, Manner("opaque", 60), black) > layers.coats_needed(
        ochre, BOX, Manner("opaque", 60), black
    )


def _recipe(parts):
    from ypsochrom.mixes.recipe import Recipe

    return Recipe.of(parts)


def small(kettle_bytes):
    return decode(kettle_bytes, longest_px=320)


def test_short_stock_is_warned_of_by_name(kettle_bytes):
    shelf = [Tube("PW6", 60, 0.5), Tube("PB29"), Tube("PBr7bs"), Tube("PY42")]
    plan = make_plan(small(kettle_bytes), Brief(PANEL), shelf)
    (warning,) = [a for a in plan.advice if a.id == "passes.W001"]
    assert warning.subject == "PW6"
    assert "0.5 ml" in warning.message
    assert warning.hint


def test_a_shelf_without_white_plans_and_warns(kettle_bytes):
    plan = make_plan(small(kettle_bytes), Brief(PANEL), [Tube("PB29"), Tube("PBr7bs"), Tube("PY42")])
    assert "mixes.W001" in {a.id for a in plan.advice}
    assert math.isfinite(sum(plan.passes.volumes.values()))


def test_an_empty_shelf_an_unknown_school_and_a_sliver_are_refused(kettle_bytes):
    with pytest.raises(BadShelf):
        make_plan(small(kettle_bytes), Brief(PANEL), [])
    with pytest.raises(BadSetting, match="school"):
        Brief(PANEL, passes=Choices(school="by accident"))
    with pytest.raises(BadPicture):
        make_plan(small(kettle_bytes), Brief(Support(2000, 20)), starter_shelf())


def test_the_plan_is_the_same_byte_for_byte(kettle_bytes):
    from ypsochrom.formats.plan_files import files

    first, second = (files(make_plan(small(kettle_bytes), Brief(PANEL), starter_shelf()), "Kettle") for _ in "12")
    assert first == second


def test_work_can_be_stopped_from_its_progress_report(kettle_bytes):
    def stop(share, doing):
        if share > 0.3:
            raise Cancelled

    with pytest.raises(Cancelled):
        make_plan(small(kettle_bytes), Brief(PANEL), starter_shelf(), stop)
