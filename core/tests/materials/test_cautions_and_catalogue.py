import numpy as np
import pytest

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.materials.cautions import PROCESS_CAUTIONS, cautions_for
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import catalogue, paintbox

MIXTURES = [paint for paint in catalogue().values() if paint.made_of]


def metals(*keys):
    return {advice.message.split()[1].rstrip(":") for advice in cautions_for(keys)}


@pytest.mark.parametrize(
    ("key", "metal"),
    [("PY35l", "cadmium"), ("PO20", "cadmium"), ("PR108", "cadmium"), ("PB28", "cobalt"), ("PB35", "cobalt"),
     ("PY150", "nickel"), ("PBr7ru", "manganese"), ("PBr7bu", "manganese")],
)  # fmt: skip
def test_pigments_that_ask_for_care_are_named_common_practice(key, metal):
    assert metals(key) == {metal}


def test_paints_without_those_metals_raise_no_caution():
    assert cautions_for(["PW6", "PB29", "PBr7bs", "PV19r", "PBk9"]) == ()


def test_mixtures_carry_the_cautions_of_what_they_are_made_of():
    assert metals("naples") == {"cadmium"}
    assert metals("sepia") == {"manganese"}
    assert metals("skyblue") == set()


def test_each_metal_is_told_once_and_names_its_paints():
    (caution,) = cautions_for(["PY35l", "PR108", "PY35l"])
    assert "cadmium yellow light, cadmium red medium" in caution.message


def test_every_caution_defers_to_the_label_and_local_rules():
    every = (*cautions_for(catalogue()), *PROCESS_CAUTIONS)
    assert len(every) == 11
    assert len({caution.id for caution in every}) == len(every)
    for caution in every:
        assert "label" in caution.hint
        assert "local rules" in caution.hint


def test_the_catalogue_has_at_least_44_paints_with_colour_index_names():
    assert len(catalogue()) >= 44
    for paint in catalogue().values():
        assert all(name[0] == "P" for name in paint.pigments)
        assert paint.lightfastness in ("I", "II", "III")
        assert 1.0 <= paint.density_kg_per_l <= 1.6


@pytest.mark.parametrize("paint", MIXTURES, ids=lambda paint: paint.key)
def test_a_convenience_mixture_looks_and_mixes_as_its_parts_do(paint):
    parts = dict(paint.made_of)
    box = paintbox(parts)
    mixed = appearance.dry_lab(appearance.parts_vector(parts, box), box)
    tube = paintbox([paint.key])
    assert delta_e_2000(appearance.dry_lab(np.ones(1), tube), mixed) < 1e-6
    # with as much white as paint
    with_white = {**parts, "PW6": parts.get("PW6", 0) + sum(parts.values())}
    box = paintbox(with_white)
    pair = paintbox([paint.key, "PW6"])
    assert (
        delta_e_2000(
            appearance.dry_lab(np.ones(2), pair), appearance.dry_lab(appearance.parts_vector(with_white, box), box)
        )
        < 1e-6
    )


def test_a_mixture_is_as_fugitive_as_its_worst_pigment():
    assert catalogue()["lilac"].lightfastness == "II"
    assert catalogue()["sepia"].lightfastness == "I"


EXPECTED = {
    "bluegrey": lambda lab: lab[0] < 30 and lab[2] < -2,
    "sepia": lambda lab: lab[0] < 30 and lab[2] > 0,
    "unbleached": lambda lab: lab[0] > 82 and 5 < lab[2] < 30,
    "naples": lambda lab: lab[0] > 78 and 20 < lab[2] < 60,
    "sapgreen": lambda lab: lab[0] < 45 and lab[1] < 0 < lab[2],
    "skyblue": lambda lab: lab[0] > 55 and lab[2] < -20,
    "turquoise": lambda lab: lab[1] < -10 and lab[2] < 0,
    "olive": lambda lab: lab[0] < 50 and lab[2] > 5,
}


@pytest.mark.parametrize("key", EXPECTED)
def test_convenience_mixtures_have_the_colour_their_name_promises_common_practice(key):
    lab = catalogue()[key].masstone_lab
    assert EXPECTED[key](lab), lab
