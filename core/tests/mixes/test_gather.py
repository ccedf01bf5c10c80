import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from sklearn.cluster import KMeans

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadSetting
from ypsochrom.mixes.gather import ALIKE_DE00, FEWEST_PILES, Target, checked_piles, gather, trade_off, weights_of
from ypsochrom.mixes.uniform import coordinates

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


def scattered(seed, count=60):
    """Colours and surfaces as pictures have them: many like each other, a few apart, surfaces of all sizes."""
    rng = np.random.default_rng(seed)
    middles = rng.uniform([15, -15, -20], [95, 35, 45], (8, 3))
    lab = middles[rng.integers(0, 8, count)] + rng.normal(0, 6, (count, 3))
    return [
        Target(f"a{i:02d}/light", tuple(row), float(cm2))
        for i, (row, cm2) in enumerate(zip(lab, rng.lognormal(2, 1.2, count), strict=True))
    ]


@pytest.mark.parametrize("seed", range(5))
def test_groups_are_as_good_as_those_of_a_general_library(seed):
    """Weighted k-means of scikit-learn, the best of twenty starts; ours lies within two per cent of its cost."""
    some = scattered(seed)
    space, weight = coordinates(np.array([target.lab for target in some])), weights_of(some)
    reference = KMeans(12, n_init=20, random_state=seed).fit(space, sample_weight=weight).inertia_
    ours = 0.0
    for group in gather(some, most=12):
        members = list(group.members)
        middle = np.average(space[members], axis=0, weights=weight[members])
        ours += float((weight[members, None] * (space[members] - middle) ** 2).sum())
    assert ours <= 1.02 * reference


def test_the_more_piles_the_nearer_and_it_ends_where_more_change_nothing():
    found = trade_off(scattered(3))
    piles, away = zip(*found, strict=True)
    assert piles == tuple(range(FEWEST_PILES, piles[-1] + 1, 2))
    assert all(later <= earlier + 0.15 for earlier, later in itertools.pairwise(away))
    assert away[-1] < away[0] / 3
    few = trade_off(scattered(3)[:5])
    assert few[-1][1] < 1.5
    assert len(few) <= 2  # with five colours more piles change nothing


@pytest.mark.parametrize("piles", [3, 41, -1])
def test_absurd_numbers_of_piles_are_refused(piles):
    with pytest.raises(BadSetting, match="piles were asked for"):
        checked_piles(piles)
