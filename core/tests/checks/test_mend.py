"""The list: its order, its cures, when to stop, when an area is worked to death, and what the rest of the plan offers."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.checks.adapting import moved_target, offers
from ypsochrom.checks.colours import AreaFinding
from ypsochrom.checks.cures import cure
from ypsochrom.checks.edges import EdgeFinding
from ypsochrom.checks.mend import what_to_mend
from ypsochrom.checks.overworking import Earlier, overworked
from ypsochrom.colour.cielab import srgb8_to_lab
from ypsochrom.colour.munsell import lab_to_value, value_to_lightness
from ypsochrom.values.composition import Focal

from .conftest import named


def finding(stage, name: str, error: float = 0.0, *, colour: float = 0.0, **more: object) -> AreaFinding:
    """What would be found where an area is so much lighter, and so far off in b*."""
    index = next(area.index for area in stage.areas if area.name == name)
    meant = srgb8_to_lab(np.median(stage.dry[stage.labels == index], axis=0).astype(np.uint8)[None])[0]
    lightness = float(value_to_lightness(lab_to_value(meant) + error))
    lab = (lightness, float(meant[1]), float(meant[2]) + colour)
    return AreaFinding(
        named(stage, name), error, 0.08, 0.0, 0.0, abs(error) * 9 + abs(colour) * 0.7, lab, tuple(meant.tolist()),
        "so it is", **more,
    )  # fmt: skip


def test_value_comes_before_hue_before_edge_and_size_counts(stage):
    edge = EdgeFinding(named(stage, "door"), named(stage, "wall"), "too hard", 90, "soft", "hard", 6.0, 1.0)
    findings = [finding(stage, "cloth", colour=9.0), finding(stage, "table", 0.5), finding(stage, "wall", 0.5)]
    verdict = what_to_mend(stage, findings, [], [edge], [], "grey card")
    assert [one.kind for one in verdict.mend] == ["value", "value", "colour", "edge"]
    assert verdict.mend[0].areas == (named(stage, "wall"),)
    assert not verdict.done
    assert verdict.words.startswith("4 things to mend")


def test_what_lies_in_the_focal_passage_comes_first(stage):
    door, box = finding(stage, "door", 0.5), finding(stage, "box", 0.5)
    centre = next(area.centre for area in stage.areas if area.name == "box")
    usual = what_to_mend(stage, [door, box], [], [], [], "grey card").mend
    focal = what_to_mend(replace(stage, focal=Focal(*centre)), [door, box], [], [], [], "grey card").mend
    assert usual[0].areas == (door.area,)
    assert focal[0].areas == (box.area,)


def test_nothing_the_eye_would_see_says_stop_and_doubts_are_left_alone(stage):
    slight = replace(finding(stage, "table", 0.2), value_uncertainty=0.15)
    verdict = what_to_mend(stage, [slight, finding(stage, "wall", 0.02)], [], [], [], "areas")
    assert verdict.done
    assert verdict.words.startswith("Nothing to mend: go on with pass 3")
    last = replace(stage, work={area: works[:2] for area, works in stage.work.items()})
    assert what_to_mend(last, [slight], [], [], [], "areas").words.startswith("Stop here")
    (left,) = verdict.mend
    assert left.kind == "leave"
    assert not left.seen
    assert "inside what the photo can tell" in left.why


def area_of(stage, name: str):
    return next(area for area in stage.areas if area.name == name)


def test_each_fault_has_its_cure(stage):
    table, plate = area_of(stage, "table"), area_of(stage, "plate")
    assert cure(table, finding(stage, "table", 0.4, covered=0.6), stage).kind == "coat"
    assert cure(plate, finding(stage, "plate", 0.4), stage).kind == "later"
    assert "pass 3" in cure(plate, finding(stage, "plate", 0.4), stage).action
    assert cure(table, finding(stage, "table", 2.0, looks_like=1), stage).kind == "paint"


def test_too_light_on_dry_paint_is_glazed_and_too_dark_is_painted_with_a_pile_put_right(stage):
    table = area_of(stage, "table")
    glaze = cure(table, finding(stage, "table", 0.5), stage)
    assert glaze.kind == "glaze"
    assert "medium" in glaze.action
    lighter = cure(table, finding(stage, "table", -0.6), stage)
    assert lighter.kind == "adjust"
    assert lighter.adds_ml
    assert any(key == "PW6" for key, _ in lighter.adds_ml)  # what is too dark takes white; common practice


def test_wet_paint_is_never_glazed(stage):
    table = area_of(stage, "table")
    found = cure(table, finding(stage, "table", 0.5, wet=True), stage)
    assert found.kind == "adjust"
    assert "while it is still wet" in found.action


def test_the_third_time_without_coming_nearer_is_a_warning(stage):
    table = named(stage, "table")
    falling = [Earlier({table: 1.0}), Earlier({table: 0.7})]
    standing = [Earlier({table: 0.6}), Earlier({table: 0.7})]
    assert not overworked(stage, falling, Earlier({table: 0.4}))
    assert not overworked(stage, standing[1:], Earlier({table: 0.6}))
    (advice,) = overworked(stage, standing, Earlier({table: 0.6}))
    assert advice.id == "checks.W005"
    assert advice.subject == table


def test_what_is_still_to_be_painted_is_offered_to_follow(stage):
    cloth = finding(stage, "cloth", 0.4)
    work = {**stage.work, named(stage, "cloth"): stage.work[named(stage, "cloth")][:2]}
    others = [finding(stage, name) for name in ("plate", "table", "wall")]
    (offer,) = offers(replace(stage, work=work), [cloth, *others])
    assert (offer.area, offer.neighbour, offer.pass_number) == (cloth.area, named(stage, "plate"), 3)
    assert 0 < offer.shift <= offer.error
    before = others[0].planned
    assert float(lab_to_value(np.array(moved_target(before, offer.shift)))) == pytest.approx(
        float(lab_to_value(np.array(before))) + offer.shift, abs=0.01
    )
    assert moved_target(before, offer.shift)[1:] == before[1:]
