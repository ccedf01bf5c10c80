"""The promises of speed and memory, measured and printed with the machine's name: `make bench`.

Each line gives the figure, the promise and, where there is one, the ratio to a named baseline measured in the same run.
"""

import io
import os
import platform
import resource
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from pathlib import Path

import numpy as np
from PIL import Image

from . import checks, learning, logbook, passes, practice, sittings, work
from .timing import report, seconds

REPOSITORY = Path(__file__).parents[1]
TWELVE = ("PW6", "PY35l", "PY83", "PY42", "PBr7bs", "PBr7bu", "PR108", "PV19r", "PB29", "PB15:3", "PG7", "PBk9")


def twelve_megapixels() -> bytes:
    """A 4,000 x 3,000 JPEG made from the demo's kettle, with camera-like noise."""
    picture = Image.open(REPOSITORY / "demo/pictures/kettle.jpg").resize((4000, 3000), Image.Resampling.BICUBIC)
    noise = np.random.default_rng(1).normal(0, 4, (3000, 4000, 1))
    pixels = np.clip(np.asarray(picture) + noise, 0, 255).astype(np.uint8)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "JPEG", quality=92)
    return out.getvalue()


def plan_from_a_camera_photo() -> None:
    """The command line on a 12-megapixel JPEG in a process of its own, so that its memory can be told."""
    with tempfile.TemporaryDirectory() as folder:
        photo = Path(folder) / "camera.jpg"
        photo.write_bytes(twelve_megapixels())
        bare = seconds(lambda: np.asarray(Image.open(photo).convert("RGB")))
        command = [sys.executable, "-m", "ypsochrom.cli.main", "plan", str(photo), "--size", "400x300mm"]
        taken = seconds(lambda: subprocess.run([*command, "--out", f"{folder}/plan"], check=True))
        peak_mb = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    report("12 MP JPEG to a full plan with its files", f"{taken:.2f} s", "4 s", f"{taken / bare:.0f} x decoding it")
    report("  its memory at the most", f"{peak_mb:.0f} MB", "1500 MB")


def value_map_of_a_large_photo() -> None:
    """A 24-megapixel JPEG to its first value map, in a process of its own."""
    with tempfile.TemporaryDirectory() as folder:
        photo = Path(folder) / "large.jpg"
        picture = Image.open(io.BytesIO(twelve_megapixels())).resize((6000, 4000))
        picture.save(photo, quality=90)
        code = (
            "import sys, time; from pathlib import Path; start = time.perf_counter();"
            "from ypsochrom.subject.decode import decode; from ypsochrom.subject.crop import crop_to;"
            "from ypsochrom.materials.support import Support; from ypsochrom.values.scale import value_field;"
            "from ypsochrom.values.steps import thresholds; from ypsochrom.values.value_map import value_map;"
            "content = Path(sys.argv[1]).read_bytes(); start = time.perf_counter(); panel = Support(400, 300);"
            "field = value_field(crop_to(decode(content), panel).linear);"
            "value_map(field, thresholds(field, 5), panel, 10); print(time.perf_counter() - start);"
            "import resource; print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024)"
        )
        bare = seconds(lambda: np.asarray(Image.open(photo).convert("RGB")))
        done = subprocess.run([sys.executable, "-c", code, str(photo)], check=True, capture_output=True, text=True)
        taken, peak_mb = (float(line) for line in done.stdout.split())
    report("24 MP JPEG to a first value map", f"{taken:.2f} s", "2 s", f"{taken / bare:.1f} x decoding it in full")
    report("  its memory at the most", f"{peak_mb:.0f} MB", "1000 MB")


def rethreshold_through_http() -> None:
    """A border of the ladder moved, through Django's whole stack on loopback, at 1,600 px."""
    from django.test import Client

    from server.site.middleware import local_painter
    from server.subject.services import new_painting
    from server.work import desk
    from ypsochrom.values.value_map import value_map

    kettle = (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes()
    painting = new_painting(local_painter(), "Kettle", "400x300mm", kettle)
    client = Client(SERVER_NAME="127.0.0.1")

    def move(by: float) -> None:
        limits = [2.5 + by, 4.0, 5.5, 7.0]
        answer = client.put(f"/api/values/{painting.pk}", {"limits": limits}, content_type="application/json")
        assert answer.status_code == 200, answer.content

    move(0.0)
    taken = [seconds(lambda i=i: move(0.01 * i)) for i in range(1, 60)]  # type: ignore[misc]
    work = desk.opened(painting)
    field, support = work.now("subject").values, work.inputs.brief.support
    bare = min(seconds(lambda: value_map(field, (2.5, 4, 5.5, 7), support, 10)) for _ in range(5))
    p95 = float(np.quantile(taken, 0.95))
    report(
        "re-threshold at 1,600 px through HTTP, p95",
        f"{p95 * 1000:.0f} ms",
        "100 ms",
        f"{p95 / bare:.1f} x the core alone",
    )


def recipes() -> None:
    """The recipe table of twelve tubes, its cache, and a search in it against brute force over the same table."""
    from ypsochrom.colour.ciede2000 import delta_e_2000
    from ypsochrom.materials.shelf import STARTER_KEYS
    from ypsochrom.mixes.palette import best_tubes
    from ypsochrom.mixes.search import best_recipes, nearest_recipes
    from ypsochrom.mixes.table import table_for
    from ypsochrom.paint.catalogue import catalogue, paintbox

    first = seconds(lambda: table_for(paintbox(TWELVE)))
    again = seconds(lambda: table_for(paintbox(TWELVE)))
    table = table_for(paintbox(TWELVE))
    targets: Sequence[np.ndarray] = list(np.random.default_rng(2).uniform([30, -20, -20], [90, 40, 50], (40, 3)))
    search = seconds(lambda: [best_recipes(table, target) for target in targets]) / len(targets)
    brute = seconds(lambda: [delta_e_2000(table.lab.astype(float), t).argmin() for t in targets[:5]]) / 5
    report(
        f"recipe table for 12 tubes ({len(table):,} recipes)",
        f"{first:.2f} s",
        "2 s",
        f"from cache {again * 1e6:.0f} us",
    )
    report("recipe search, a target", f"{search * 1000:.1f} ms", "200 ms", f"{search / brute:.2f} x brute force")
    rows = seconds(lambda: nearest_recipes(table, np.repeat(np.array(targets), 25, axis=0)))
    report(
        "nearest recipe, many colours at once, each",
        f"{rows / 1000 * 1e3:.2f} ms",
        "0.1 ms",
        f"{rows / 1000 / brute:.4f} x brute force",
    )
    for count in (16, 24, len(catalogue())):
        box = paintbox([*STARTER_KEYS, *(key for key in catalogue() if key not in STARTER_KEYS)][:count])
        choice = seconds(lambda box=box: best_tubes(box, np.array(targets[:24]), np.ones(24), 6))  # type: ignore[misc]
        report(f"best 6 of {count} tubes for 24 colours", f"{choice:.2f} s", "2 s")


def mixing_bench() -> None:
    """A correction, a calibration, and a live prediction through HTTP."""
    from django.test import Client

    from server.materials.services import add_tubes
    from server.site.middleware import local_painter
    from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedTubes
    from ypsochrom.materials.shelf import STARTER_KEYS, starter_shelf
    from ypsochrom.mixes.correction import PileState, correct
    from ypsochrom.mixes.recipe import Recipe
    from ypsochrom.paint.calibration import WHITE_PARTS, SwatchReading, calibrate
    from ypsochrom.paint.catalogue import paint, paintbox

    box = paintbox(STARTER_KEYS)
    target = np.array([60.0, 12.0, 28.0])
    pile = PileState(Recipe.of({"PW6": 13, "PY42": 3, "PBr7bs": 2}), 10.0, (63.0, 10.0, 32.0))
    taken = min(seconds(lambda: correct(pile, target, box)) for _ in range(5))
    report("correction out of 16 tubes", f"{taken * 1000:.0f} ms", "120 ms")
    bench, instrument = SimulatedTubes(1), SimulatedColorimeter(1)
    readings = [
        SwatchReading(kind, lab=instrument.read(bench.swatch(paint("PB29"), paint("PW6"), kind)))
        for kind in WHITE_PARTS
    ]
    fit = seconds(lambda: calibrate(paint("PB29"), readings, paint("PW6")))
    report("calibration of a tube from five swatches", f"{fit:.2f} s", "2 s")
    add_tubes(local_painter(), starter_shelf())
    client = Client(SERVER_NAME="127.0.0.1")

    def dab(parts: int) -> None:
        body = {"parts": {"PW6": parts, "PY42": 3, "PB29": 1}, "lab": target.tolist()}
        answer = client.post("/api/mixes/bench/pile", body, content_type="application/json")
        assert answer.status_code == 200, answer.content

    dab(1)
    p95 = float(np.quantile([seconds(lambda i=i: dab(i)) for i in range(2, 60)], 0.95))  # type: ignore[misc]
    report("live prediction on the bench through HTTP, p95", f"{p95 * 1000:.0f} ms", "60 ms")


def areas_of_the_demo() -> None:
    """Areas at 1,600 px, a change of them, and how well they follow the scene beside two usual ways."""
    from ypsochrom.areas.edits import Merge, carry_out
    from ypsochrom.areas.found import found_areas
    from ypsochrom.areas.partition import find_tree
    from ypsochrom.materials.support import Support
    from ypsochrom.subject.crop import crop_box
    from ypsochrom.subject.decode import decode
    from ypsochrom.values.scale import value_field

    from . import drawing, linework, segmentation

    picture = decode((REPOSITORY / "demo/pictures/kettle.jpg").read_bytes())
    linear, panel = picture.linear, Support(400, 300)
    values, frame = value_field(linear), crop_box(picture.width, picture.height, panel)
    tree = find_tree(linear)

    def find() -> None:
        found_areas(linear, values, find_tree(linear).areas(), (), panel, frame)

    found = min(seconds(find) for _ in range(3))
    again = min(seconds(lambda: tree.areas(30)) for _ in range(3))
    report("areas of a picture of 1,600 px, with all their facts", f"{found:.2f} s", "1.2 s")
    report("  another detail of them", f"{1000 * again:.0f} ms", "300 ms", f"{found / again:.0f} x faster than anew")
    lemons = [Merge(((0.56, 0.68), (0.60, 0.64)))]
    edited = min(seconds(lambda: carry_out(tree.areas(), lemons, linear, panel)) for _ in range(3))
    report("  two of them put together", f"{1000 * edited:.0f} ms", "300 ms")
    segmentation.main()
    linework.main()
    drawing.main()


def main() -> None:
    """Everything, with the name of the machine."""
    print(f"{platform.node()}: {platform.machine()}, {os.cpu_count()} cores, Python {platform.python_version()}")
    plan_from_a_camera_photo()
    value_map_of_a_large_photo()
    areas_of_the_demo()
    passes.main()
    sittings.main()
    checks.main(photos=4)
    learning.main()
    with tempfile.TemporaryDirectory() as folder:
        os.environ["YPSOCHROM_DATA"] = folder
        os.environ["DJANGO_SETTINGS_MODULE"] = "server.site.settings"
        import django
        from django.core.management import call_command

        django.setup()
        call_command("migrate", verbosity=0)
        rethreshold_through_http()
        recipes()
        mixing_bench()
        work.main()
        work.studio_of_a_thousand()
        work.the_longest_transaction()
        logbook.main()
        practice.main()


if __name__ == "__main__":
    main()
