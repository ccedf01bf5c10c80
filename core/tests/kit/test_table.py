"""Tables as other programs write them: separators, line ends, marks at the beginning, and what is none."""

import pytest

from ypsochrom.kit.errors import BadSetting
from ypsochrom.kit.table import read_table


@pytest.mark.parametrize("separator", [",", ";", "\t"])
@pytest.mark.parametrize("end", ["\n", "\r\n", "\r"])
@pytest.mark.parametrize("mark", ["", "\ufeff"])
def test_a_table_is_the_same_however_it_is_written(separator, end, mark):
    text = mark + end.join([separator.join(["key", "notes"]), separator.join(["PB29", '"half full"'])]) + end
    table = read_table(text, BadSetting)
    assert (table.separator, table.names) == (separator, ("key", "notes"))
    assert table.rows == ((2, {"key": "PB29", "notes": "half full"}),)


def test_a_field_without_an_end_is_named_by_its_line():
    with pytest.raises(BadSetting, match="Line 2 cannot be read"):
        read_table('key\n"' + "x" * 200_000, BadSetting)


def test_nothing_is_an_empty_table():
    assert read_table("", BadSetting).rows == read_table("", BadSetting).names == ()
