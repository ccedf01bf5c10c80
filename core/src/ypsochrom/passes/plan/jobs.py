"""What is done beside painting the areas: drawing, sealing, re-stating it, the sides, the signature, the last coats."""

from collections.abc import Collection, Sequence

from ...colour.types import Reflectance
from ...materials.cautions import PROCESS_CAUTIONS
from ...materials.supplies import MediumKind
from ...mixes.mix_set import Mix
from ...paint.catalogue import Paintbox
from ..amounts.quantities import film_volume_ml
from ..films.drawing import Survival, drawn_before, muting_share
from ..films.ground import Ground
from ..manners import manner
from ..scene import Choices, Scene
from ..schools.school import School
from ..step import Job, PaintPass

SEAL_UM, VARNISH_UM, VARNISH_COATS = 40.0, 50.0, 2
"""Wet films of a sealing or isolation coat and of varnish; common practice: thin, and varnish twice."""

_SEALING: tuple[MediumKind, ...] = ("matt medium", "gloss medium", "glazing liquid")
_SPRAYED = next(advice for advice in PROCESS_CAUTIONS if advice.id == "materials.N003")
_DUST = next(advice for advice in PROCESS_CAUTIONS if advice.id == "materials.N002")


def jobs_of(
    scene: Scene,
    choices: Choices,
    school: School,
    passes: Sequence[PaintPass],
    ground: Ground,
    veil: Mix | None,
    survival: Survival,
    stock: Collection[MediumKind],
    *,
    box: Paintbox,
    over_ground: Reflectance,
) -> tuple[Job, ...]:
    """All jobs of a plan in order; `veil` is the pile that mutes a strong drawing, None where the palette has none; `box` has its
    paints, `over_ground` (36,) is what it is laid over.

    What seals the drawing is the best medium for it that the shelf has.
    """
    matt = next((kind for kind in _SEALING if kind in stock), _SEALING[0])
    first, end = drawn_before(passes), len(passes) + 1
    face, loss = scene.support.area_cm2, scene.factors.loss.value
    jobs = []
    if choices.drawing not in (None, "none"):
        dust = f" {_DUST.message} {_DUST.hint}" if choices.drawing == "strong" else ""
        jobs.append(
            Job(
                "drawing",
                first,
                "Draw",
                "Big masses first, then the borders of the areas; check proportion now.",
                caution=dust,
            )
        )
        if school.seals or choices.drawing == "strong":
            volume = film_volume_ml(face, SEAL_UM, 1, loss)
            why = "A thin coat of clear medium keeps the line from smearing into the paint. Let it dry through."
            jobs.append(Job("sealing coat", first, "Seal the drawing", why, None, matt, face, 1, medium_ml=volume))
        if choices.drawing == "strong" and not school.seals and veil is not None:
            volume = film_volume_ml(face, manner("thin").wet_um, 1, loss)
            share = muting_share(veil.match.recipe, box, over_ground)
            jobs.append(
                Job(
                    "muting layer",
                    first,
                    "Mute the drawing",
                    "A strong line would show through pale passages for many coats: one thin veil of white with a little "
                    f"earth, {share:.0%} medium, leaves it as strong as a pencil's. No more than that.",
                    veil.id,
                    matt,
                    face,
                    1,
                    volume_ml=volume * (1 - share),
                    medium_ml=volume * share,
                )
            )
    jobs += [_restated(survival, number, school) for number in survival.restated]
    if choices.side_mm > 0:
        jobs += (
            _picture_round(scene, choices, end) if choices.sides == "picture" else [_sides(scene, choices, ground, end)]
        )
    jobs.append(Job("signature", end, "Sign", "In a colour of the picture, small, before anything seals it."))
    if school.varnishes:
        volume = film_volume_ml(face, SEAL_UM, 1, loss)
        why = "A clear coat between paint and varnish: the varnish can be taken off one day. Wait until all is dry through."
        jobs.append(
            Job("isolation coat", end, "Isolation coat", why, None, "isolation coat", face, 1, medium_ml=volume)
        )
        jobs.append(
            Job(
                "varnish",
                end,
                "Varnish",
                "Dried paint has lost depth: under varnish the darks go down again, as the last picture shows. "
                "Wait as long as its label says.",
                medium="varnish",
                area_cm2=face,
                coats=VARNISH_COATS,
                medium_ml=film_volume_ml(face, VARNISH_UM, VARNISH_COATS, loss),
                caution=f"{_SPRAYED.message} {_SPRAYED.hint}",
            )
        )
    return tuple(sorted(jobs, key=lambda job: job.before_pass))


def _restated(survival: Survival, number: int, school: School) -> Job:
    """Drawing again before a pass: what the method means to keep was lost, or what it never meant to keep is drawn anew."""
    if not school.keeps_line:
        why = (
            f"Pass {number - 1} covers the line, as it should. Once it is dry to the touch, draw the main borders again by the "
            "grid, in chalk or a thin brown line, and check proportion."
        )
        return Job("re-stating", number, "Draw the main lines again", why)
    share = survival.readable[number - 2] or 0.0
    why = f"After pass {number - 1} only {share:.0%} of the line can be followed."
    hint = f" {survival.saved_by}" if survival.saved_by and number == survival.restated[0] else ""
    return Job("re-stating", number, "Re-state the drawing", why + hint + " Check proportion before you go on.")


def sides_cm2(scene: Scene, side_mm: float) -> float:
    """The four sides of the support."""
    return 2 * (scene.support.width_mm + scene.support.height_mm) * side_mm / 100


def _picture_round(scene: Scene, choices: Choices, end: int) -> list[Job]:
    """The picture carried round the sides: every pile as far as its areas reach the edge."""
    mm: dict[str, float] = {}
    mix_of: dict[str, Mix] = {}
    for area in scene.painted:
        if area.id in scene.edge_mm:
            pile = scene.pile_of(scene.main_mix(area))
            mix_of[pile.id] = pile
            mm[pile.id] = mm.get(pile.id, 0.0) + scene.edge_mm[area.id]
    jobs = []
    for key, length_mm in sorted(mm.items(), key=lambda one: (-one[1], one[0])):
        area_cm2 = length_mm * choices.side_mm / 100
        volume = film_volume_ml(area_cm2, manner("opaque").wet_um, 2, scene.factors.loss.value)
        why = f"The picture goes on round the {choices.side_mm:g} mm deep sides: {length_mm:.0f} mm of the edge, two coats."
        title = f"Sides in {mix_of[key].name}"
        jobs.append(Job("sides", end, title, why, key, None, area_cm2, 2, volume_ml=volume))
    return jobs


def _sides(scene: Scene, choices: Choices, ground: Ground, end: int) -> Job:
    mix = ground.mix or min(scene.mixes.mixes, key=lambda one: (one.match.lab_dry[0], one.id))
    area = sides_cm2(scene, choices.side_mm)
    volume = film_volume_ml(area, manner("opaque").wet_um, 2, scene.factors.loss.value)
    why = f"{choices.side_mm:g} mm deep sides in {mix.name}, two coats: the picture can hang without a frame."
    return Job("sides", end, "Paint the sides", why, mix.id, None, area, 2, volume_ml=volume)
