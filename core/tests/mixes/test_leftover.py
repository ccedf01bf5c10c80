"""What a pile that is left can still become."""

import numpy as np
import pytest

from ypsochrom.kit.errors import BadSetting
from ypsochrom.mixes.leftover import LEAST_SHARE, LEFT, uses_of
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox

BOX = paintbox(["PW6", "PBr7bs", "PB29", "PY42"])
LEFT_OVER = Recipe.of({"PW6": 2, "PBr7bs": 1})


def mix(id_, parts):
    target = appearance.dry_lab(appearance.parts_vector(parts, BOX), BOX)
    return Mix(id_, f"pile {id_}", evaluate(Recipe.of(parts), target, BOX), ((f"a{id_[1:]}", "light"),))


LIGHTER = mix("m01", {"PW6": 2 + 3, "PBr7bs": 1})  # all of it and as much white
SAME = mix("m02", {"PW6": 2, "PBr7bs": 1})
BLUE = mix("m03", {"PB29": 1, "PW6": 1})
MIXES = [LIGHTER, SAME, BLUE]


def test_a_lighter_mix_is_made_of_it_with_white_and_says_how_much_there_will_be():
    found = {use.mix: use for use in uses_of(LEFT_OVER, 6.0, MIXES, BOX)}
    assert found["m01"].words == "1 of it + 1 titanium white"
    assert found["m01"].makes_ml == pytest.approx(12.0)
    assert found["m01"].expected_de00 < 2
    assert found["m02"].words == "as it is"
    assert found["m02"].makes_ml == pytest.approx(6.0)


def test_what_it_cannot_become_is_left_out_and_it_is_never_thinned_away():
    found = uses_of(LEFT_OVER, 6.0, MIXES, BOX)
    assert "m03" not in {use.mix for use in found}
    assert all(use.makes_ml <= 6.0 / LEAST_SHARE + 1e-9 for use in found)
    assert [use.expected_de00 for use in found] == sorted(use.expected_de00 for use in found)
    assert LEFT not in "".join(use.words for use in found)


@pytest.mark.parametrize("volume", [0.0, -3.0, 1e6, np.nan])
def test_absurd_volumes_are_refused(volume):
    with pytest.raises(BadSetting, match="ml of a pile"):
        uses_of(LEFT_OVER, volume, MIXES, BOX)
