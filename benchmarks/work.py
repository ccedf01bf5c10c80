"""How fast a plan follows what a painter changes, through Django's whole stack; part of `make bench`."""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import numpy as np

from .timing import report, seconds

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"
ROUNDS = 12
LEMONS = {"kind": "merge", "areas": [[0.56, 0.68], [0.60, 0.64]]}


def main() -> None:
    """An area changed, and a second plan after one changed choice, at 1,600 px."""
    from django.test import Client

    from server.materials.services import add_tubes
    from server.site.middleware import local_painter
    from server.subject.services import new_painting
    from server.work import planning
    from ypsochrom.kit.progress import silent
    from ypsochrom.materials.shelf import starter_shelf

    owner = local_painter()
    add_tubes(owner, starter_shelf())
    painting = new_painting(owner, "Kettle", "400x300mm", KETTLE.read_bytes())
    first = seconds(lambda: planning.compute(painting, silent))
    client = Client(SERVER_NAME="127.0.0.1")

    def change(path: str, body: dict[str, Any]) -> None:
        answer = client.put(f"/api/{path}", body, content_type="application/json")
        assert answer.status_code == 200, answer.content

    def edit(turn: int) -> None:
        edits = [LEMONS] if turn % 2 == 0 else []
        change(f"areas/{painting.pk}/changes", {"detail": None, "edits": edits})

    edit(1)
    taken = [seconds(lambda turn=turn: edit(turn)) for turn in range(ROUNDS)]  # type: ignore[misc]
    report("an area changed, through HTTP, median", f"{np.median(taken) * 1000:.0f} ms", "300 ms")
    planning.compute(painting, silent)

    def again(path: str, body: dict[str, Any]) -> float:
        def follow() -> None:
            change(f"{path.format(painting.pk)}", body)
            painting.refresh_from_db()
            planning.compute(painting, silent)

        return seconds(follow)

    chosen = client.get(f"/api/passes/{painting.pk}").json()["choices"]
    methods = [again("passes/{}/choices", chosen | {"school": key}) for key in ("glazes", "light-first", "coloured")]
    palettes = [again("mixes/{}", {"tubes": tubes}) for tubes in (7, 6, 9)]
    for what, taken in (("method", methods), ("palette", palettes)):
        middle = float(np.median(taken))
        report(
            f"a second plan with its stages after another {what}",
            f"{middle:.2f} s",
            "1 s",
            f"{first / middle:.1f} x faster than the first",
        )


def studio_of_a_thousand() -> None:
    """The studio's list with 1,000 paintings through HTTP: the first look at a page, and the next ones."""
    from django.test import Client

    from server.records.models import Painting, Result
    from server.site.middleware import local_painter

    owner, first = local_painter(), Painting.objects.order_by("id").last()
    assert first is not None
    fields = {"owner": owner, "brief": first.brief, "pictures": first.pictures}
    rows = Painting.objects.bulk_create([Painting(title=f"Study {number}", **fields) for number in range(1000)])
    kept = [
        {name: getattr(one, name) for name in ("node", "version", "takes", "needs", "stamp", "body", "pictures")}
        for one in Result.objects.filter(painting=first)
    ]
    Result.objects.bulk_create([Result(owner=owner, painting=row, **one) for row in rows for one in kept])
    client = Client(SERVER_NAME="127.0.0.1")

    def look(page: int) -> float:
        return seconds(lambda: client.get("/api/subject/paintings", {"page": page}))

    look(1)
    new = float(np.median([look(page) for page in range(2, 12)]))
    known = float(np.median([look(page) for page in range(2, 12)]))
    report("the list of 1,000 paintings, a page never looked at", f"{new * 1000:.0f} ms", "200 ms")
    report(
        "  a page looked at before", f"{known * 1000:.0f} ms", "200 ms", f"{new / known:.0f} x faster than the first"
    )


def the_longest_transaction() -> None:
    """How long a shelf of 499 tubes holds the write transaction, in which every other write waits, in its history's turns."""
    from django.test import Client

    from server.materials.models import TubeRow
    from server.site.middleware import local_painter

    TubeRow.objects.filter(owner=local_painter()).delete()
    client = Client(SERVER_NAME="127.0.0.1")
    rows = {"text": "key,notes\n" + "PW6,one of many\n" * 499, "keep": True}
    assert client.post("/api/materials/file", rows, content_type="application/json").status_code == 200
    held: dict[str, list[float]] = {"undo": [], "redo": []}
    for _ in range(ROUNDS):
        for turn, taken in held.items():
            with _transactions() as spans:
                assert client.post(f"/api/desk/history/shelf/{turn}").status_code == 200
            taken.append(max(spans))
    for turn, taken in held.items():
        report(f"a write transaction with 499 tubes, {turn}", f"{np.median(taken) * 1000:.0f} ms", "100 ms")


@contextmanager
def _transactions() -> Iterator[list[float]]:
    """The seconds that each transaction of this thread takes meanwhile, from its outermost beginning to its end."""
    from django.db.transaction import Atomic

    enter, leave = Atomic.__enter__, Atomic.__exit__
    begun: list[float] = []
    spans: list[float] = []

    def entered(one: Atomic) -> None:
        begun.append(time.perf_counter())
        enter(one)

    def left(one: Atomic, *how: Any) -> None:
        leave(one, *how)
        since = begun.pop()
        if not begun:
            spans.append(time.perf_counter() - since)

    Atomic.__enter__, Atomic.__exit__ = entered, left  # type: ignore[method-assign]
    try:
        yield spans
    finally:
        Atomic.__enter__, Atomic.__exit__ = enter, leave  # type: ignore[method-assign]
