import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.mixes.gather import ALIKE_DE00, Target, gather

colours = st.tuples(st.floats(5, 98), st.floats(-60, 60), st.floats(-60, 60))
targets = st.lists(st.builds(Target, st.just("a01/light"), colours, st.floats(0.01, 500)), min_size=1, max_size=40)


@given(targets, st.integers(1, 20))
def test_every_target_is_served_once_by_a_human_number_of_mixes(given_targets, most):
    groups = gather(given_targets, most=most)
    assert 1 <= len(groups) <= most
    assert sorted(i for group in groups for i in group.members) == list(range(len(given_targets)))
    lightness = [group.lab[0] for group in groups]
    assert lightness == sorted(lightness)


def test_like_colours_share_a_pile_and_unlike_ones_do_not():
    base = np.array([[30.0, 5, 10], [60, 20, 30], [80, 0, 5]])
    noisy = [Target("x", tuple(c + d), 10.0) for c in base for d in ([0.0, 0, 0], [0.6, 0.3, 0], [0, 0.5, 0.5])]
    groups = gather(noisy)
    assert [len(g.members) for g in groups] == [3, 3, 3]
    assert delta_e_2000(np.array(groups[0].lab), np.array(groups[1].lab)) > ALIKE_DE00


def test_nothing_to_mix_is_no_error():
    assert gather([]) == ()
