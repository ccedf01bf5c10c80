"""How fast passes are planned and their stages painted: `python -m benchmarks.passes`, also part of `make bench`."""

from functools import partial
from pathlib import Path

import numpy as np

from ypsochrom.formats.pictures import png
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.paint import appearance, directed, films
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.passes.films import layers
from ypsochrom.passes.films.stages import canvas_of, paint_picture, stages
from ypsochrom.passes.manners import manner
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import plan_of, work_from

from .timing import report, seconds

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"
PANEL = Support(400, 300)
STAGES = 12
STACKS = 10_000


def main() -> None:
    """Plan the demo's kettle in every school, and paint twelve stages of the longest plan at working size."""
    shelf = starter_shelf()
    work = work_from(decode(KETTLE.read_bytes()), Brief(PANEL), shelf)
    plan, scene = plan_of(work), scene_of(work)
    for key in SCHOOLS:
        find_passes(scene, shelf, Choices(school=key))
        choices = Choices(school=key)
        taken = seconds(partial(find_passes, scene, shelf, choices))
        report(f"passes of the school {key}", f"{taken:.2f} s", "0.5 s")
    _films()
    found = find_passes(scene, shelf, Choices(school="background-first"))
    passes = [*found.passes, *found.passes][:STAGES]

    def paint() -> None:
        canvas = canvas_of(plan.areas, scene)
        for stage in stages(scene, found.mix_of, passes, scene.mixes.box, canvas):
            paint_picture(stage, canvas)

    width = plan.areas.labels.shape[1]
    one = seconds(lambda: png.picture_jpeg(plan.picture.srgb8))
    taken = seconds(paint)
    report(
        f"{STAGES} stage pictures at {width} px", f"{taken:.2f} s", "4 s", f"{taken / one:.0f} x writing one as JPEG"
    )


def _films() -> None:
    """One film of a recipe over a ground, and ten thousand stacks of four layers at once."""
    recipe, box = Recipe.of({"PW6": 8, "PBr7bs": 3, "PB29": 1}), paintbox(["PW6", "PBr7bs", "PB29"])
    ground, coat = layers.bare_ground(), manner("opaque")
    layers.laid(recipe, box, coat, 1, ground)
    one = seconds(lambda: [layers.laid(recipe, box, coat, 1, ground) for _ in range(1000)]) / 1000
    report("a film of a recipe", f"{one * 1000:.3f} ms", "0.2 ms")
    parts = np.random.default_rng(1).uniform(0.1, 1, (4, 3))
    absorption, scattering = directed.in_films(*appearance.coefficients(parts, box))
    um = np.random.default_rng(2).uniform(1, 40, (STACKS, 4))

    def lay() -> None:
        state = np.tile(ground, (STACKS, 1))
        for layer in range(4):
            state = films.laid(absorption[layer], scattering[layer], um[:, layer, None], state)

    report(f"{STACKS} stacks of four layers", f"{seconds(lay):.2f} s", "0.3 s")


if __name__ == "__main__":
    main()
