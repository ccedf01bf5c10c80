"""Glazes, underlayers, the drawing beneath, and the pictures of the stages."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.paint import surface
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.passes.amounts import quantities
from ypsochrom.passes.films import layers
from ypsochrom.passes.films.drawing import LOST_SHARE, survival
from ypsochrom.passes.films.glazing import (
    FIRST_GLAZES,
    LATER_GLAZES,
    MOST_GLAZES,
    best_glaze,
    glaze_paints,
    glazed,
    useful_glazes,
)
from ypsochrom.passes.films.stages import LOOKS, canvas_of, paint_picture, stages, varnished
from ypsochrom.passes.manners import Manner, manner
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices

BOX = paintbox(["PW6", "PY35l", "PR108", "PB29", "PBr7bs", "PBr7ru", "PBk9"])
PAINTS = glaze_paints(BOX)
WHITE, GREY = layers.bare_ground(), layers.masstone(Recipe.of({"PW6": 4, "PBk9": 1}), BOX)
SHELF = starter_shelf()


def lab_of(internal):
    return spectra.reflectance_to_lab(surface.seen(internal, surface.dry("satin")))


@given(st.tuples(st.floats(25, 95), st.floats(-30, 40), st.floats(-30, 50)))
@settings(max_examples=40, deadline=None)
def test_a_planned_glaze_is_never_farther_off_than_none_and_predicts_what_its_films_do(target):
    found = best_glaze(np.array(target), WHITE, PAINTS, LATER_GLAZES[:1])
    if found.recipe is None:
        assert found.shares == ()
        return
    laid = glazed(found.recipe, found.shares, BOX, WHITE)
    assert np.allclose(lab_of(laid), found.lab, atol=1e-6)
    assert found.lab[0] <= lab_of(WHITE)[0] + 0.1  # a film over white takes light away
    assert found.de00 == pytest.approx(float(delta_e_2000(lab_of(laid), np.array(target))))


def test_blue_over_a_dry_grey_comes_nearer_to_a_greyed_blue():
    found = best_glaze(np.array([45.0, 0.0, -20.0]), GREY, PAINTS, (*FIRST_GLAZES, *LATER_GLAZES))
    assert "PB29" in found.recipe.keys
    assert found.de00 < found.de00_before / 2


def test_a_dozen_glazes_serve_a_picture_and_cost_little_against_all():
    rng = np.random.default_rng(3)
    targets = rng.uniform([25, -10, -20], [85, 30, 40], (30, 3))
    beneath = np.tile(WHITE, (30, 1))
    few = useful_glazes(targets, beneath, np.ones(30), PAINTS)
    assert 1 <= len(few.recipes) <= MOST_GLAZES
    with_all = np.mean([best_glaze(t, WHITE, PAINTS, LATER_GLAZES[:1]).de00 for t in targets])
    with_few = np.mean([best_glaze(t, WHITE, few, LATER_GLAZES[:1]).de00 for t in targets])
    assert with_few < with_all + 5.0


def test_a_palette_of_white_alone_has_no_glaze():
    only_white = glaze_paints(paintbox(["PW6"]))
    assert only_white.recipes == ()
    assert best_glaze(np.array([50.0, 0, 0]), WHITE, only_white, LATER_GLAZES[:1]).recipe is None


def test_wet_films_are_lighter_than_dry_ones_common_practice():
    for parts in ({"PB29": 1}, {"PBr7ru": 1}, {"PW6": 1, "PBk9": 1}):
        recipe = Recipe.of(parts)
        opaque = manner("opaque")
        wet = spectra.reflectance_to_lab(
            surface.seen(layers.laid_wet(recipe, BOX, opaque, 1, WHITE), surface.wet("satin"))
        )
        dry = lab_of(layers.laid(recipe, BOX, opaque, 1, WHITE))
        assert wet[0] > dry[0]


def test_a_film_of_medium_alone_changes_nothing_when_dry():
    clear = Manner("glaze", 40, "glazing liquid", 1.0)
    assert np.allclose(layers.laid(Recipe.of({"PB29": 1}), BOX, clear, 3, GREY), GREY)


def test_opaque_paint_buries_the_drawing_glazes_leave_it(scene):
    direct, glazes = (find_passes(scene, SHELF, Choices(school=key)) for key in ("direct", "glazes"))
    assert direct.drawing.readable[0] is None  # drawn on the dry ground
    assert direct.drawing.readable[1] < LOST_SHARE
    assert direct.drawing.restated[0] == 3
    assert "re-stating" in {job.kind for job in direct.jobs if job.before_pass == 3}
    assert glazes.drawing.readable[0] > direct.drawing.readable[1]


def test_what_would_save_the_drawing_saves_it(scene):
    plan = find_passes(scene, SHELF, Choices())
    assert "medium" in plan.drawing.saved_by or "um" in plan.drawing.saved_by
    block_in = plan.passes[1]
    clearer = replace(
        block_in, steps=tuple(replace(s, coats=1, medium_share=0.9, medium="matt medium") for s in block_in.steps)
    )
    passes = (plan.passes[0], clearer, *plan.passes[2:])
    found = survival(scene, passes, plan.mix_of, scene.mixes.box, "light")
    assert found.readable[1] >= LOST_SHARE
    assert survival(scene, passes, plan.mix_of, scene.mixes.box, "none").restated == ()


def test_a_stronger_line_is_read_longer(scene):
    plan = find_passes(scene, SHELF, Choices(school="glazes"))
    light, strong = (survival(scene, plan.passes, plan.mix_of, scene.mixes.box, kind) for kind in ("light", "strong"))
    assert all(b >= a for a, b in zip(light.readable, strong.readable, strict=True) if a is not None)


def test_a_strong_drawing_is_sealed_and_muted_where_paint_is_opaque(scene):
    plan = find_passes(scene, SHELF, Choices(drawing="strong"))
    kinds = [job.kind for job in plan.jobs]
    assert kinds.index("drawing") < kinds.index("sealing coat") < kinds.index("muting layer")
    veil = next(job for job in plan.jobs if job.kind == "muting layer")
    assert veil.mix in plan.mix_of
    assert plan.volumes[veil.mix] >= veil.volume_ml
    assert "dust" in next(job for job in plan.jobs if job.kind == "drawing").caution


def test_varnish_comes_last_with_its_caution_and_takes_the_darks_down(scene):
    plan = find_passes(scene, SHELF, Choices())
    assert plan.jobs[-1].kind == "varnish"
    assert "respirator" in plan.jobs[-1].caution
    dark, light = varnished(np.array([[22.0, 0, 0], [92.0, 0, 0]]))
    assert dark[0] < 18
    assert abs(light[0] - 92) < 1.5


def test_sides_take_their_surface_in_paint(scene):
    plan = find_passes(scene, SHELF, Choices(side_mm=20))
    sides = next(job for job in plan.jobs if job.kind == "sides")
    assert sides.area_cm2 == pytest.approx(2 * (400 + 300) * 20 / 100)
    assert sides.volume_ml > 0
    use = plan.uses[sides.mix]
    assert use.jobs_ml == pytest.approx(sides.volume_ml)
    needed = (use.painted_ml + use.jobs_ml) * (1 + quantities.MARGIN_SHARE) + use.taken_ml
    assert plan.volumes[sides.mix] >= max(needed, quantities.SMALLEST_PILE_ML) - 1e-9
    without = find_passes(scene, SHELF, Choices()).uses[sides.mix]
    assert without.jobs_ml == 0
    assert without.painted_ml == pytest.approx(use.painted_ml)


def test_underpainting_blocks_are_three_tones_from_dark_to_light(scene):
    plan = find_passes(scene, SHELF, Choices(underpainting="blocks"))
    under = next(p for p in plan.passes if p.role == "underpainting")
    lightness = sorted({plan.mix_of[s.mix].match.lab_dry[0] for s in under.steps})
    assert len(lightness) == 3
    assert min(np.diff(lightness)) > 5


def test_tinted_gesso_takes_the_white_of_the_ground_out_of_the_tube(scene):
    paint, gesso = (find_passes(scene, SHELF, Choices(ground="grey", ground_kind=kind)) for kind in ("paint", "gesso"))
    white = [next(n.volume_ml for n in plan.paint if n.key == "PW6") for plan in (paint, gesso)]
    assert white[1] < white[0] - 1
    assert "white gesso" in {need.kind for need in gesso.mediums}
    assert "white gesso" not in {need.kind for need in paint.mediums}


@pytest.fixture(scope="module")
def staged(scene, kettle_plan):
    plan = find_passes(scene, SHELF, Choices())
    canvas = canvas_of(kettle_plan.areas, scene)
    return plan, canvas, list(stages(scene, plan.mix_of, plan.passes, scene.mixes.box, canvas))


def test_a_stage_is_unchanged_where_its_pass_does_nothing(staged, kettle_plan):
    plan, canvas, found = staged
    shadow = next(i for i, p in enumerate(plan.passes) if p.role == "shadow")
    touched = {s.area for s in plan.passes[shadow].steps}
    index = {a.id: a.index for a in kettle_plan.areas.areas}
    left_alone = [i for name, i in index.items() if name not in touched]
    cells = np.concatenate([np.arange(i * 5, i * 5 + 5) for i in left_alone])
    assert np.allclose(found[shadow].dry[cells], found[shadow].before[cells])
    assert np.allclose(found[shadow].before, found[shadow - 1].dry)
    assert np.allclose(found[shadow].wet[cells], found[shadow].dry[cells])
    assert canvas.cells.shape == kettle_plan.areas.labels.shape


def test_what_is_behind_laps_under_the_edge_until_the_front_is_painted(scene, kettle_plan):
    plan = find_passes(scene, SHELF, Choices(school="background-first"))
    canvas = canvas_of(kettle_plan.areas, scene)
    found = list(stages(scene, plan.mix_of, plan.passes, scene.mixes.box, canvas))
    of_a_rim = np.flatnonzero((canvas.apart[:, 1] >= 0) & (canvas.apart[:, 2] < 0))
    rims = of_a_rim + canvas.base
    ground, background, end = found[0], found[1], found[-1]
    lapped = np.abs(background.dry[rims] - ground.dry[rims]).max(axis=1) > 1
    assert lapped.any()
    own = canvas.apart[of_a_rim, 0]
    untouched = np.abs(background.dry[own] - ground.dry[own]).max(axis=1) < 1e-6
    assert (lapped & untouched).any()  # the thing itself is still bare ground
    assert np.median(delta_e_2000(end.dry[rims], end.dry[own])) < 2.0  # at the end no halo is left


def test_pictures_of_every_look_have_the_canvas_size_and_grey_has_no_hue(staged):
    _, canvas, found = staged
    shots = {look: paint_picture(found[-1], canvas, look) for look in LOOKS}
    assert {shot.shape for shot in shots.values()} == {(*canvas.cells.shape, 3)}
    grey = shots["grey"].astype(int)
    assert np.ptp(grey, axis=-1).max() <= 3
    assert shots["varnished"].mean() < shots["dry"].mean()
    assert (shots["changes"] != shots["dry"]).any()


def test_soft_edges_are_blended_and_hard_ones_stay(scene, kettle_plan):
    everywhere = {
        softness: replace(scene, borders=tuple(replace(b, softness=softness) for b in scene.borders))
        for softness in ("hard", "lost")
    }
    blend = {softness: canvas_of(kettle_plan.areas, one).blend for softness, one in everywhere.items()}
    labels = kettle_plan.areas.labels
    seam = np.zeros(labels.shape, bool)
    seam[:, 1:] |= labels[:, 1:] != labels[:, :-1]
    assert blend["hard"][seam].max() < 0.05
    assert blend["lost"][seam].mean() > 0.4


@pytest.mark.parametrize("key", ["PB15:3", "PG7", "PG36"])
def test_phthalos_are_planned_at_one_to_two_percent_and_change_white_a_little_common_practice(key):
    box = paintbox([key])
    paints = glaze_paints(box)
    white = layers.bare_ground()
    for usual in (0.95, 0.9, 0.8):
        share = float(paints.paint_share(usual)[0])
        assert 0.01 <= share <= 0.02
        after = layers.laid(Recipe.of({key: 1}), box, manner("glaze", share=1 - share), 1, white)
        lightness = spectra.reflectance_to_lab(surface.seen(np.stack([white, after]), surface.dry("satin")))[:, 0]
        assert 3 <= lightness[0] - lightness[1] <= 12


def test_a_glaze_of_a_weak_paint_is_as_strong_as_it_is_asked_for():
    paints = glaze_paints(paintbox(["PBr7ru", "PB15:3"]))
    at = paints.recipes.index(Recipe.of({"PBr7ru": 1}))
    assert [float(paints.paint_share(share)[at]) for share in (0.95, 0.9, 0.8)] == pytest.approx([0.05, 0.1, 0.2])
