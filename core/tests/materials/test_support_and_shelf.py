import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadShelf, BadSupport
from ypsochrom.materials import shelf
from ypsochrom.materials.brushes import WIDTHS_MM, at_most
from ypsochrom.materials.support import Support
from ypsochrom.paint.catalogue import catalogue


@pytest.mark.parametrize(
    ("written", "width", "height"),
    [
        ("400x300mm", 400, 300),
        ("40 x 30 cm", 400, 300),
        ("40×30cm", 400, 300),
        ("16x12in", 406.4, 304.8),
        ("400x300", 400, 300),
        ("29,7x21cm", 297, 210),
        ('9x12"', 228.6, 304.8),
        ("40cmx30cm", 400, 300),
    ],
)
def test_support_is_read_as_painters_write_it(written, width, height):
    support = Support.parse(written)
    assert (support.width_mm, support.height_mm) == (pytest.approx(width), pytest.approx(height))
    assert support.area_cm2 == pytest.approx(width * height / 100)


@pytest.mark.parametrize(
    "written", ["", "400", "0x0mm", "-4x3cm", "1x1mm", "99x99m", "nanxnan", "infxinf", "4e9x4e9mm", "axb"]
)
def test_absurd_supports_are_refused_with_what_to_do(written):
    with pytest.raises(BadSupport) as caught:
        Support.parse(written)
    assert caught.value.hint


keys = st.sampled_from(list(catalogue()))
millilitres = st.integers(1, 5000).map(lambda n: n / 10)
tubes = st.builds(
    lambda key, volume, share, nozzle, price, notes: shelf.Tube(
        key, volume, round(volume * share, 3), nozzle, price, notes
    ),
    keys,
    millilitres,
    st.floats(0, 1),
    st.integers(2, 30),
    st.none() | st.integers(1, 99),
    st.text("abc ;,\"é'", max_size=12).map(str.strip),
)


@given(st.lists(tubes, min_size=1, max_size=6))
def test_shelf_csv_is_read_back_to_the_same_tubes(given_tubes):
    read = shelf.read_csv(shelf.write_csv(given_tubes))
    assert [(t.key, t.notes, t.price) for t in read] == [(t.key, t.notes, t.price) for t in given_tubes]
    for a, b in zip(read, given_tubes, strict=True):
        assert a.left_ml == pytest.approx(b.left_ml, rel=1e-5, abs=1e-5)


def test_shelf_csv_with_semicolons_and_decimal_commas_is_read():
    (tube,) = shelf.read_csv("key;volume_ml;left_ml\nPB29;60;12,5\n")
    assert tube.left_ml == 12.5


@pytest.mark.parametrize(
    ("text", "names"),
    [
        ("name,volume\nblue,60\n", "column 'key'"),
        ("key\n", "no tubes"),
        ("", "column 'key'"),
        ("key\nPB29\nPX99\n", "Line 3"),
        ("key,volume_ml\nPB29,lots\n", "Line 2"),
        ("key,volume_ml,left_ml\nPB29,60,70\n", "volume left"),
        ("key,volume_ml\nPB29,nan\n", "volume"),
        ("key,nozzle_mm\nPB29,0\n", "nozzle"),
    ],
)
def test_bad_shelf_files_name_what_is_wrong(text, names):
    with pytest.raises(BadShelf) as caught:
        shelf.read_csv(text)
    assert names in caught.value.message


def test_two_tubes_of_one_paint_are_one_paint_to_mix_with():
    assert shelf.usable_box(shelf.read_csv("key\nPB29\nPW6\nPB29\n")).keys == ("PB29", "PW6")


def test_empty_tubes_leave_an_empty_shelf():
    with pytest.raises(BadShelf, match="empty"):
        shelf.usable_box([shelf.Tube("PW6", 60, 0)])


def test_brushes_are_never_wider_than_asked():
    assert at_most(40) == 38
    assert at_most(0.1) == min(WIDTHS_MM)


def test_every_row_of_a_shelf_file_is_told_good_or_bad():
    rows = shelf.read_rows("key,left_ml,notes\nPB29,12,\nPX9,5,\n,,\nPW6,lots,\nPY42,,,,too,many\n")
    assert [(row.line, row.tube.key if row.tube else None) for row in rows] == [
        (2, "PB29"), (3, None), (5, None), (6, "PY42"),
    ]  # fmt: skip
    assert "PX9" in rows[1].problem.message
    assert "left_ml is 'lots'" in rows[2].problem.message
    assert all(row.problem.hint for row in rows if row.problem)


def test_prices_below_nothing_and_long_notes_are_no_tubes():
    with pytest.raises(BadShelf, match="price"):
        shelf.read_csv("key,price\nPB29,-3\n")
    with pytest.raises(BadShelf, match="notes"):
        shelf.read_csv("key,notes\nPB29," + "x" * 300 + "\n")
