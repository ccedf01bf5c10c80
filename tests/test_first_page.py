"""What a painter waits for before the list of paintings shows: the scripts of the first page, as they are sent (gzip)."""

import gzip
import re
from pathlib import Path

BUILT = Path(__file__).parents[1] / "web/dist"
LARGEST_BYTES = 200_000


def scripts_of(first: set[str]) -> set[str]:
    """These scripts and all that they import when they are loaded."""
    todo, found = list(first), set()
    while todo:
        name = todo.pop()
        if name not in found:
            found.add(name)
            text = (BUILT / "static" / name).read_text()
            todo += re.findall(r'(?:from|import)\s*"\./([\w.-]+\.js)"', text)
    return found


def test_the_first_page_loads_at_most_200_kilobytes_of_script():
    named = set(re.findall(r"static/([\w.-]+\.js)", (BUILT / "index.html").read_text()))
    page = {file.name for file in (BUILT / "static").glob("StudioPage-*.js")}
    assert named
    assert page
    sent = sum(len(gzip.compress((BUILT / "static" / name).read_bytes())) for name in scripts_of(named | page))
    assert 50_000 < sent <= LARGEST_BYTES
