"""A logbook of ten years: 50,000 facts, 3,000 piles, 500 paintings, a diary of 5,000 lines: `python -m benchmarks.logbook`.

The baseline is the same page of a logbook a hundredth as long.
"""

import os
import tempfile
from datetime import UTC, datetime, timedelta
from typing import Any

import numpy as np

from .timing import report, seconds

BEGIN = datetime(2016, 1, 1, tzinfo=UTC)
FACTS, PILES, PAINTINGS, LINES = 50_000, 3_000, 500, 5_000
SHORTER = 100
ROUNDS = 7
PROMISE_MS = 300


def main() -> None:
    """Every page of the logbook through HTTP, in the middle of some looks."""
    from django.test import Client

    from server.site.middleware import local_painter

    owner, client = local_painter(), Client(SERVER_NAME="127.0.0.1")
    pages = _pages(owner)

    def look(address: str) -> float:
        answer = client.get(f"/api/logbook/{address}")
        assert answer.status_code == 200, answer.content
        return float(np.median([seconds(lambda: client.get(f"/api/logbook/{address}")) for _ in range(ROUNDS)]))

    _fill(owner, SHORTER)
    short = {title: look(address) for title, address in pages.items()}
    _fill(owner, 1)
    for title, address in pages.items():
        taken = look(address)
        report(
            f"logbook of ten years: {title}", f"{taken * 1000:.0f} ms", f"{PROMISE_MS} ms",
            f"{taken / short[title]:.1f} x that of a hundredth of it",
        )  # fmt: skip
    gathered = seconds(lambda: client.post("/api/logbook/gather"))
    report("  gathering where nothing has changed", f"{gathered * 1000:.0f} ms", f"{PROMISE_MS} ms")


def _pages(owner: Any) -> dict[str, str]:
    from server.subject.schemas import NewObservation, NotesData
    from server.subject.services import new_observation

    painting = new_observation(owner, NewObservation(title="Ten years", size="300x200mm", notes=NotesData()))
    return {
        "what was learned": "learned",
        "what lies behind a factor": "learned/minutes",
        "the last page of it": "learned/minutes?page=100",
        "paintings": "pages",
        "a painting looked for": "pages?words=jug+7&tag=still+life",
        "the swatch book": "swatches",
        "have I mixed this before?": "swatches?near=50,10,10",
        "a diary": f"diaries/{painting.pk}",
    }


def _fill(owner: Any, shorter: int) -> None:
    """Put the logbook's rows in place of those that are there."""
    from server.logbook.models import Fact, Gathered, Line, Page, Swatch
    from server.records.models import Painting

    for model in (Fact, Gathered, Line, Page, Swatch):
        model.objects.of(owner).delete()
    random, painting = np.random.default_rng(1), Painting.objects.of(owner).latest("id")
    paintings = [Gathered(owner=owner, title=f"No. {n}", key="x") for n in range(PAINTINGS // shorter)]
    paintings = Gathered.objects.bulk_create(paintings)
    kinds, manners = ("minutes", "mixing", "ml", "drying", "value"), ("opaque", "thin", "glaze", "loaded", "tufts")
    Fact.objects.bulk_create(
        Fact(
            owner=owner, gathered=paintings[n % len(paintings)], key=f"f{n}", at=BEGIN + timedelta(hours=n),
            what=kinds[n % len(kinds)], of=manners[n // 5 % len(manners)], expected=5.0, found=float(random.uniform(3, 8)),
        )
        for n in range(FACTS // shorter)
    )  # fmt: skip
    Page.objects.bulk_create(
        Page(
            owner=owner, title=f"Jug {n}", width_mm=200 + n % 300, height_mm=200, minutes=60 + n, method=manners[n % 5],
            palette=["PW6", "PB29", "PY42", "PBr7bu"], tags=["still life"],
        )
        for n in range(PAINTINGS // shorter)
    )  # fmt: skip
    labs = random.uniform((10, -40, -40), (95, 40, 40), (PILES // shorter, 3))
    Swatch.objects.bulk_create(
        Swatch(
            owner=owner, key=f"k{n}", name="pile", at=BEGIN + timedelta(hours=n), planned=lab.tolist(),
            parts={"PW6": 3.0, "PB29": 1.0, "PBr7bu": 1.0}, came_out=(lab + 1).tolist() if n % 2 else None,
        )
        for n, lab in enumerate(labs)
    )  # fmt: skip
    Line.objects.bulk_create(
        Line(owner=owner, painting=painting, at=BEGIN + timedelta(hours=n), text=f"line {n}")
        for n in range(LINES // shorter)
    )


if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as folder:
        os.environ["YPSOCHROM_DATA"] = folder
        os.environ["DJANGO_SETTINGS_MODULE"] = "server.site.settings"
        import django
        from django.core.management import call_command

        django.setup()
        call_command("migrate", verbosity=0)
        main()
