"""How fast passes are planned and their stages painted: `python -m benchmarks.passes`, also part of `make bench`."""

from functools import partial
from pathlib import Path

from ypsochrom.formats import png
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.passes.pass_plan import find_passes
from ypsochrom.passes.plan import PlanSettings, make_plan, scene_at_half_size
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.stages import canvas_of, paint_picture, stages
from ypsochrom.subject.decode import decode

from .timing import report, seconds

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"
PANEL = Support(400, 300)
STAGES = 12


def main() -> None:
    """Plan the demo's kettle in every school, and paint twelve stages of the longest plan at working size."""
    plan = make_plan(decode(KETTLE.read_bytes()), PlanSettings(PANEL), starter_shelf())
    scene, shelf = scene_at_half_size(plan.picture, plan.areas, plan.mixes, PANEL), starter_shelf()
    for key in SCHOOLS:
        find_passes(scene, shelf, Choices(school=key))
        choices = Choices(school=key)
        taken = seconds(partial(find_passes, scene, shelf, choices))
        report(f"passes of the school {key}", f"{taken:.2f} s", "1 s")
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


if __name__ == "__main__":
    main()
