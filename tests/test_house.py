"""The house keeps its own rules: one list of words, cited sources, a README that tells the truth."""

import json
import re
from pathlib import Path

import pytest

REPOSITORY = Path(__file__).parents[1]
WORDS = json.loads((REPOSITORY / "workflow.json").read_text())["words"]
BUILT = [word["word"] for word in WORDS if word["built"]]
TO_COME = [word["word"] for word in WORDS if not word["built"]]

STOREYS = {
    "core": REPOSITORY / "core/src/ypsochrom",
    "server": REPOSITORY / "server",
    "web": REPOSITORY / "web/src/features",
}


def has(storey: str, word: str) -> bool:
    folder = STOREYS[storey] / word
    return folder.is_dir() and any(folder.glob("*.py" if storey != "web" else "index.ts"))


def test_ten_words_name_the_work_in_the_order_of_the_work():
    assert [*BUILT, *TO_COME] == [word["word"] for word in WORDS]
    assert len(WORDS) == 10


@pytest.mark.parametrize("storey", STOREYS)
@pytest.mark.parametrize("word", BUILT)
def test_every_built_word_stands_in_every_storey(storey, word):
    assert has(storey, word)


def test_no_storey_has_a_word_that_is_still_to_come_or_that_the_list_does_not_know():
    assert [(storey, word) for storey in STOREYS for word in TO_COME if has(storey, word)] == []
    doors = {folder.parent.name for folder in STOREYS["web"].glob("*/index.ts")}
    assert doors == set(BUILT)


def test_every_built_word_is_an_address_of_the_api():
    document = json.loads((REPOSITORY / "web/openapi.json").read_text())
    addresses = {path.split("/")[2] for path in document["paths"]}
    assert set(BUILT) <= addresses
    assert not set(TO_COME) & addresses


def test_import_contracts_hold_the_order_of_the_words():
    text = (REPOSITORY / "pyproject.toml").read_text()
    for package in ("ypsochrom", "server"):
        layers = [name for name in re.findall(rf'"{package}\.(\w+)",', text) if name in BUILT]
        assert layers[: len(BUILT)] == BUILT[::-1]


def test_every_cited_source_is_in_the_bibliography():
    known = set(re.findall(r"^@\w+\{([\w-]+),", (REPOSITORY / "docs/sources.bib").read_text(), re.M))
    cited = set()
    for file in (REPOSITORY / "core/src").rglob("*.py"):
        cited |= set(re.findall(r"\b([a-z]+(?:_[a-z]+)*(?:19|20)\d\d|astm_d1535|iso6504_3)\b", file.read_text()))
    cited -= {"ciede2000"}  # a formula, not a source
    assert cited, "no source is cited at all"
    assert cited <= known


def test_the_readme_links_every_screenshot_and_only_pictures_that_exist():
    readme = (REPOSITORY / "README.md").read_text()
    linked = set(re.findall(r"docs/screenshots/([\w-]+\.png)", readme))
    assert linked == {path.name for path in (REPOSITORY / "docs/screenshots").glob("*.png")}


def test_architecture_decisions_are_numbered_without_gaps():
    numbers = sorted(int(path.name[:4]) for path in (REPOSITORY / "docs/adr").glob("*.md"))
    assert numbers == list(range(1, len(numbers) + 1))


def test_every_shape_of_the_api_has_a_name_of_its_own():
    # two schemas of one name in two apps once overwrote each other in the generated client
    names = [
        name
        for file in (REPOSITORY / "server").glob("*/schemas.py")
        for name in re.findall(r"^class (\w+)\(", file.read_text(), re.M)
    ]
    assert sorted(names) == sorted(set(names))


def test_no_two_shapes_of_the_api_have_one_name():
    """Where two have, the document keeps one of them, and the page is told the wrong one."""
    texts = [file.read_text() for file in (REPOSITORY / "server").rglob("*.py")]
    names = [name for text in texts for name in re.findall(r"^class (\w+)\(Schema\)", text, re.M)]
    assert len(names) > 100
    assert sorted({name for name in names if names.count(name) > 1}) == []
