import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.subject.guides import GOLDEN, GUIDE_WORDS, cell_name, cells, lines_of

proportions = st.floats(0.3, 3.5)


@given(proportions, st.sampled_from(sorted(GUIDE_WORDS)))
def test_guides_stay_inside_the_picture(proportion, guide):
    lines = lines_of(guide, proportion)
    assert lines
    for line in lines:
        for x, y in line:
            assert -1e-9 <= x <= 1 + 1e-9
            assert -1e-9 <= y <= 1 + 1e-9


@given(proportions)
def test_reciprocals_of_the_armature_meet_the_diagonals_at_right_angles(proportion):
    def direction(line):
        (x_0, y_0), (x_1, y_1) = line
        return (x_1 - x_0) * proportion, y_1 - y_0

    diagonals, reciprocals = lines_of("armature", proportion)[:2], lines_of("armature", proportion)[2:]
    assert len(reciprocals) == 4
    for line in reciprocals:
        a = direction(line)
        cosines = [
            abs(a[0] * b[0] + a[1] * b[1]) / (math.hypot(*a) * math.hypot(*b)) for b in map(direction, diagonals)
        ]
        assert min(cosines) < 1e-6


def test_the_golden_section_parts_as_euclid_defines_it():
    # Elements VI, definition 3: the whole is to the larger part as the larger to the smaller
    assert pytest.approx(GOLDEN / (1 - GOLDEN)) == 1 / GOLDEN
    verticals = sorted({line[0][0] for line in lines_of("golden", 1.5) if line[0][0] == line[1][0]})
    assert verticals == pytest.approx([1 - GOLDEN, GOLDEN])


def test_thirds_and_the_centre_are_where_they_should_be():
    assert {round(line[0][0], 3) for line in lines_of("thirds", 1) if line[0][0] == line[1][0]} == {0.333, 0.667}
    assert ((0.0, 0.0), (1.0, 1.0)) in lines_of("centre", 1.3)


@given(st.floats(50, 2000), st.floats(50, 2000), st.floats(10, 500))
def test_grid_cells_cover_the_support_once(width, height, cell):
    for length, lines in zip((width, height), cells(width, height, cell), strict=True):
        assert lines[0] == 0
        assert lines[-1] == length
        gaps = [b - a for a, b in itertools.pairwise(lines)]
        assert all(0 < gap <= cell + 1e-6 for gap in gaps)
        assert all(gap == pytest.approx(cell) for gap in gaps[:-1])


def test_cells_are_named_with_letters_across_and_numbers_down():
    assert [cell_name(c, r) for c, r in ((0, 0), (1, 0), (0, 1), (25, 2), (26, 0), (701, 0), (702, 0))] == [
        "A1", "B1", "A2", "Z3", "AA1", "ZZ1", "AAA1",
    ]  # fmt: skip
