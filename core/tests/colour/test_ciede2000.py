import csv
from pathlib import Path

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from skimage.color import deltaE_ciede2000

from ypsochrom.colour.ciede2000 import delta_e_2000

TABLE = Path(__file__).parent / "data/sharma2005_table1.csv"
labs = st.tuples(st.floats(0, 100), st.floats(-100, 100), st.floats(-100, 100))


def test_ciede2000_matches_all_34_pairs_of_sharma_2005_table_1():
    with TABLE.open() as file:
        rows = np.array([[float(x) for x in row.values()] for row in csv.DictReader(file)])
    assert len(rows) == 34
    np.testing.assert_allclose(delta_e_2000(rows[:, :3], rows[:, 3:6]), rows[:, 6], atol=5e-5)


def test_ciede2000_matches_scikit_image_on_random_colours():
    rng = np.random.default_rng(1)
    first, second = (np.stack([rng.uniform(0, 100, 500), *rng.uniform(-90, 90, (2, 500))], axis=-1) for _ in range(2))
    np.testing.assert_allclose(delta_e_2000(first, second), deltaE_ciede2000(first, second), atol=1e-9)


@given(labs, labs)
def test_ciede2000_is_symmetric_and_zero_only_for_the_same_colour(first, second):
    a, b = np.array(first), np.array(second)
    assert delta_e_2000(a, a) == 0
    np.testing.assert_allclose(delta_e_2000(a, b), delta_e_2000(b, a), atol=1e-9)
