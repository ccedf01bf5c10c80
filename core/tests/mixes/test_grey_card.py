import numpy as np
import pytest

from ypsochrom.colour import cielab, srgb
from ypsochrom.kit.errors import BadPicture
from ypsochrom.materials.swatch_card import GREY_CARD_REFLECTANCE
from ypsochrom.mixes.grey_card import beside_grey

CARD, PILE = (0.25, 0.5), (0.75, 0.5)


def photo(pile, light=(1.0, 1.0, 1.0), card=GREY_CARD_REFLECTANCE):
    scene = np.zeros((200, 300, 3))
    scene[:, :150] = card
    scene[:, 150:] = pile
    return srgb.encode_picture(np.clip(scene * np.array(light), 0, 1))


@pytest.mark.parametrize("light", [(1, 1, 1), (2.2, 2.0, 1.7), (0.5, 0.5, 0.6)])
def test_the_light_is_taken_out_by_the_card(light):
    pile = np.array([0.3, 0.2, 0.1])
    read = beside_grey(photo(pile, light), CARD, PILE)
    np.testing.assert_allclose(read.lab, cielab.linear_to_lab(pile), atol=0.8)
    assert not read.advice


def test_coloured_light_is_said():
    assert beside_grey(photo((0.2, 0.2, 0.2), (1.0, 0.8, 0.6)), CARD, PILE).advice[0].id == "mixes.W010"


@pytest.mark.parametrize("light", [(9, 9, 9), (0.01, 0.01, 0.01), (1.0, 0.5, 0.2)])
def test_a_card_that_tells_nothing_is_refused(light):
    with pytest.raises(BadPicture) as refusal:
        beside_grey(photo((0.2, 0.2, 0.2), light), CARD, PILE)
    assert refusal.value.hint
