"""Write what the easel's acts come to, for the core and the page alike: `python -m tools.course`; `--check` only compares.

The page carries acts out at once, the core tells the same when it hears of them; both are tested against this file.
"""

import json
import sys
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from ypsochrom.areas.families import FAMILIES
from ypsochrom.kit import codec
from ypsochrom.paint.drying import WetFilm
from ypsochrom.sittings.easel.acts import Act, ActKind
from ypsochrom.sittings.easel.clocks import Laid
from ypsochrom.sittings.easel.course import RULES, course_of
from ypsochrom.sittings.easel.worklist import Awaited, ListedArea, ListedPile, ListedTask, Passage, WorkList
from ypsochrom.sky.air import Climate

TARGET = Path(__file__).parents[1] / "web/src/features/sittings/easel/course.json"
BEGINS = datetime(2026, 6, 1, 9, 0, tzinfo=UTC)
AIR = Climate(18, 60)
FILM = WetFilm(70)
GLAZE = WetFilm(12, medium_share=0.9)


def worklist() -> WorkList:
    """Two piles, one made of the other; two areas, one with two coats and a glaze over them."""
    return WorkList(
        tasks=(
            ListedTask("mix/m1", "mixing", "m1", "grey", 2),
            ListedTask("u1", "unit", "u1", "the wall", 8, coats=2, pass_number=1, piles=("m1",), passages=(Passage("a1"),),
                       uses={"m1": 1.5}),
            ListedTask("mix/m2", "mixing", "m2", "light grey", 2, uses={"m1": 1.0}),
            ListedTask("u2", "unit", "u2", "the cup, light", 5, pass_number=1, piles=("m2",), passages=(Passage("a2", "light"),),
                       uses={"m2": 0.4}, after=(Awaited("u1", "open"),)),
            ListedTask("u1#2", "unit", "u1", "the wall", 8, coat=2, coats=2, pass_number=1, piles=("m1",),
                       passages=(Passage("a1"),), uses={"m1": 1.5}, after=(Awaited("u1", "overcoat"),)),
            ListedTask("g1", "unit", "g1", "a glaze on the wall", 6, pass_number=2, piles=("m1",), passages=(Passage("a1"),),
                       uses={"m1": 0.1}, after=(Awaited("u1#2", "glaze"),)),
        ),
        piles=(
            ListedPile("m1", "grey", 5.0, (), "#777777", "#707070", 5.0),
            ListedPile("m2", "light grey", 1.2, (), "#cccccc", "#c0c0c0", 7.5),
        ),
        areas=(ListedArea("a1", 0, "wall", (0.5, 0.2)), ListedArea("a2", 1, "cup", (0.5, 0.7))),
        laid={"u1": Laid(FILM, FILM), "u2": Laid(FILM, FILM), "u1#2": Laid(FILM, FILM), "g1": Laid(GLAZE, GLAZE)},
    )  # fmt: skip


STORY: tuple[tuple[float, ActKind, dict[str, Any]], ...] = (
    (0, "open", {}),
    (1, "start", {"task": "mix/m1"}),
    (3, "done", {"task": "mix/m1"}),
    (4, "start", {"task": "u1"}),
    (7, "pause", {}),
    (9, "start", {"task": "u1"}),
    (12, "done", {"task": "u1"}),
    (12.5, "done", {"task": "u1"}),
    (13, "mist", {"task": "u1"}),
    (14, "done", {"task": "mix/m2"}),
    (15, "start", {"task": "u2"}),
    (17, "start", {"task": "u1#2"}),
    (18, "note", {"task": "u1#2", "text": "too thin"}),
    (20, "done", {"task": "u1#2"}),
    (20.5, "retard", {"task": "u1#2"}),
    (21, "left", {"pile": "m1", "ml": 0.8}),
    (22, "astray", {"pile": "m2"}),
    (23, "back", {"task": "u1#2"}),
    (24, "skip", {"task": "u2"}),
    (25, "start", {"task": "nowhere"}),
    (26, "done", {"task": "u1#2"}),
    (28, "start", {"task": "g1"}),
    (30, "cover", {}),
    (31, "left", {"pile": "m2", "ml": 0}),
    (31.5, "wiped", {"ml": 0.6}),
    (32, "stop", {}),
    (60, "open", {"sitting": "s2"}),
    (61, "uncover", {}),
    (62, "start", {"task": "g1"}),
    (66, "done", {"task": "g1"}),
    (70, "back", {"task": "mix/m1"}),
    (71, "dry", {"task": "g1"}),
    (72, "dry", {"task": "nowhere"}),
)


def acts() -> tuple[Act, ...]:
    """The acts of the story."""
    found, sitting = [], "s1"
    for number, (minute, kind, more) in enumerate(STORY):
        sitting = more.get("sitting", sitting)
        said = {name: value for name, value in more.items() if name != "sitting"}
        at = BEGINS + timedelta(minutes=minute)
        found.append(Act(f"act-{number}", at, kind, sitting, "tablet", number, **said))
    return tuple(found)


def document() -> str:
    """The list, the acts, and the course before the first and after each of them, as text; `minutes` are those of the first."""
    made, done = worklist(), acts()
    courses = [codec.written(course_of(done[:n], made, AIR, done[max(0, n - 1)].at)) for n in range(len(done) + 1)]
    minutes = courses[0]["minutes"]
    for course in courses:
        del course["minutes"]
    listed = {
        **codec.written(made),
        "families": list(FAMILIES),
        "rules": codec.written(RULES),
        "grams_per_ml": made.grams_per_ml,
    }
    del listed["laid"], listed["factors"]
    parts = {"list": listed, "minutes": minutes, "acts": codec.written(list(done))}
    told = [f'"{name}": {json.dumps(part, sort_keys=True)}' for name, part in parts.items()]
    steps = ",\n".join(json.dumps(course, sort_keys=True) for course in courses)
    return "{" + ",\n".join(told) + ',\n"courses": [\n' + steps + "\n]}\n"


if __name__ == "__main__":
    text = document()
    if "--check" in sys.argv:
        current = TARGET.exists() and TARGET.read_text() == text
        sys.exit(0 if current else f"{TARGET.name} is not what the core says: run `python -m tools.course`")
    TARGET.write_text(text)
