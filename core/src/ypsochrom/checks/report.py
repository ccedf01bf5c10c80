"""A check from photo to list: the panel found and put straight, its light taken out, measured against the planned stage."""

from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field, replace

import cv2
import numpy as np

from ..colour import cielab, srgb
from ..colour.munsell import lab_to_value
from ..colour.types import LabelImage, LabTriple, LinearRgb, Mask, Srgb8
from ..imaging.quick import lab_of, lab_of_light
from ..imaging.resample import fit_within
from ..kit.advice import Advice
from ..kit.errors import BadPicture
from ..kit.progress import Progress, silent
from ..materials.card_reading import card_in_view
from ..materials.swatch_card import GREY_CARD_REFLECTANCE
from ..values.composition import Accent
from ..values.composition import report as composition
from .adapting import Offer, offers
from .colours import AreaFinding, Seen, Turned, area_findings, turned_values, unsettled
from .doubts import Trust, blurred, of_panel, of_photo, refuse, trust_in
from .edges import EdgeFinding, edge_findings
from .finding import find_panel, is_blurred, likeness, right_way_up
from .flat import Flat, flattened, joined, reflexes
from .landmarks import Landmark, Place, find_again, places_in
from .light import By, KnownPatch, Light, light_of
from .likeness import is_plain
from .mend import Verdict, what_to_mend
from .overworking import Earlier, overworked
from .panel import Panel, panel_by_hand
from .pose import Pose
from .proportion import Distance, Lean, distances_off, leaning
from .stage import PlannedStage

PHOTO_PX = 2000
"""Longer side at which a photo is decoded for a check."""

FINE_PX, COARSE_PX = 1200, 600
"""Longer side of the pictures in which edges and places are measured, and colours."""

_GREY_LAB: LabTriple = (float(cielab.luminance_to_lightness(np.array(GREY_CARD_REFLECTANCE))), 0.0, 0.0)

_BLACK_LEVELS = 44
"""A photo whose lightest parts (but for a fiftieth) stay below this of 255 levels shows nothing."""

_LEAST_SIZE_PX = 500
_CHANGED_LEVELS = 8
"""Levels of 8 bits by which a pass changes a pixel that it paints."""


@dataclass(frozen=True)
class Asked:
    """What the painter says of a photo, places as shares of it.

    Corners, a grey card, piles that lie beside the panel (id, place), areas (ids) that are still wet, landmarks of their own
    (`places`), and landmarks by name that they dragged to where these lie in the painting (`moved`, mm).
    """

    corners: tuple[tuple[float, float], ...] | None = None
    grey: tuple[float, float] | None = None
    piles: tuple[tuple[str, tuple[float, float]], ...] = ()
    wet: frozenset[str] = frozenset()
    places: tuple[Place, ...] = ()
    moved: Mapping[str, tuple[float, float]] = field(default_factory=dict)


@dataclass(frozen=True)
class Report:
    """What a check found."""

    number: int
    panel: Panel
    trust: Trust
    light: Light
    areas: tuple[AreaFinding, ...]
    turned: tuple[Turned, ...]
    edges: tuple[EdgeFinding, ...]
    landmarks: tuple[Landmark, ...]
    pose: Pose
    leaning: tuple[Lean, ...]
    distances: tuple[Distance, ...]
    verdict: Verdict
    offers: tuple[Offer, ...] = ()
    accents: tuple[Accent, ...] = ()
    advice: tuple[Advice, ...] = ()
    mirrored: float = 0.0


@dataclass(frozen=True, eq=False)
class Checked:
    """A report with its pictures, 8-bit sRGB of at most `FINE_PX`: the painting put straight and freed from its light, and what
    it should look like."""

    report: Report
    picture: Srgb8 = field(repr=False)
    planned: Srgb8 = field(repr=False)


def at_size(stage: PlannedStage, longest_px: int) -> PlannedStage:
    """A planned stage with its longer side at most so many pixels."""
    high, wide = stage.labels.shape
    size = fit_within(wide, high, longest_px)
    if size == (wide, high):
        return stage

    def smaller(picture: Srgb8) -> Srgb8:
        return np.asarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA))

    labels: LabelImage = np.asarray(
        cv2.resize(stage.labels.astype(np.uint8), size, interpolation=cv2.INTER_NEAREST), dtype=np.uint8
    )
    return replace(stage, labels=labels, so_far=tuple(smaller(one) for one in stage.so_far), wet=smaller(stage.wet))


NOTHING_SAID = Asked()


def check(
    photos: Sequence[Srgb8],
    stage: PlannedStage,
    asked: Asked = NOTHING_SAID,
    *,
    earlier: Sequence[Earlier] = (),
    progress: Progress = silent,
) -> Checked:
    """Check a photo of the painting, or two from different sides that are joined where the first mirrors a light.

    `earlier` are the checks before this one, the oldest first. About 2 s. `BadPicture` says what keeps a photo from being
    checked: no panel in it, another painting, too dark, blurred, light too strongly coloured.
    """
    fine, coarse = at_size(stage, FINE_PX), at_size(stage, COARSE_PX)
    planned = fine.planned(asked.wet)
    advice: list[Advice] = []
    progress(0.05, "looking for the panel")
    said = [asked, *[replace(asked, corners=None, grey=None, piles=())] * (len(photos) - 1)]
    put = [_put_straight(photo, fine, coarse, planned, one) for photo, one in zip(photos, said, strict=True)]
    for one in put:
        refuse(1.0 if stage.drawn or is_plain(planned) else one.alike, one.sharp)
    advice += of_panel(put[0].panel)
    progress(0.4, "taking the light out")
    seen = _seen(put, coarse, coarse.planned(asked.wet))
    so_far = [srgb.decode_picture(one) for one in coarse.so_far]
    findings = _areas(seen, coarse, so_far, asked)
    progress(0.55, "measuring the areas")
    standing = fine
    if any(one.looks_like is not None for one in findings):
        standing = _as_it_stands(fine, findings)
        seen = _seen(put, coarse, _as_it_stands(coarse, findings).planned(asked.wet))
        findings = _areas(seen, coarse, so_far, asked)
    advice += of_photo(seen.light, seen.mirrored, findings, stage)
    shown = srgb.encode_picture(np.clip(_lit_in_full(put, seen, fine), 0, 1))
    progress(0.7, "measuring edges and proportions")
    now = standing.planned(asked.wet)
    with ThreadPoolExecutor(1) as aside:
        placed = aside.submit(_landmarks, standing, now, shown, asked)
        edges = () if stage.drawn else edge_findings(standing, lab_of(now), lab_of(shown), unsettled(findings))
        landmarks, pose = placed.result()
    turned = turned_values(findings)
    progress(0.9, "weighing what to mend first")
    verdict = what_to_mend(stage, findings, turned, edges, landmarks, seen.light.by)
    advice += overworked(stage, earlier, to_be_mended(verdict, findings))
    report = Report(
        number=stage.number,
        panel=put[0].panel,
        trust=trust_in(seen.light, seen.mirrored),
        light=seen.light,
        areas=tuple(findings),
        turned=tuple(turned),
        edges=edges,
        landmarks=landmarks,
        pose=pose,
        leaning=leaning(landmarks),
        distances=distances_off(landmarks),
        verdict=verdict,
        offers=offers(coarse, findings),
        accents=_accents(seen, coarse),
        advice=tuple(advice),
        mirrored=seen.mirrored,
    )
    progress(1.0, "done")
    return Checked(report, shown, planned)


def to_be_mended(verdict: Verdict, findings: Sequence[AreaFinding]) -> Earlier:
    """What a check says of areas whose value is to be mended, for the checks after it."""
    listed = {area for one in verdict.mend if one.kind in ("value", "cover") and one.seen for area in one.areas}
    return Earlier({one.area: abs(one.value_error) for one in findings if one.area in listed})


def _panel(photo: Srgb8, stage: PlannedStage, planned: Srgb8, asked: Asked) -> Panel:
    if max(photo.shape[:2]) < _LEAST_SIZE_PX:
        raise BadPicture(
            f"The photo has only {photo.shape[1]} x {photo.shape[0]} pixels.", "Take it with the camera's full size."
        )
    if float(np.quantile(photo, 0.98)) < _BLACK_LEVELS:
        raise BadPicture("The photo is black or nearly so.", "Photograph the painting again with more light.")
    if asked.corners is not None:
        return right_way_up(photo, panel_by_hand(asked.corners), planned)
    try:
        return find_panel(photo, stage.support.width_mm / stage.support.height_mm, planned)
    except BadPicture:
        if is_blurred(photo):
            raise blurred() from None
        raise


@dataclass(frozen=True, eq=False)
class _Put:
    """A photo with its panel, that put straight in full and small, how like the plan it looks and how sharp it is (0-1), and
    what its colours are read against."""

    photo: Srgb8
    panel: Panel
    flat: Flat
    small: Flat
    alike: float
    sharp: float
    known: Sequence[KnownPatch]
    by: By


@dataclass(frozen=True, eq=False)
class _Seen:
    """What is measured, small: the painting freed from its light, which pixels count, the first photo's light.

    `lights` are those of all photos, `reflexes` where each mirrors a lamp, `mirrored` (0-1) how much is left out.
    """

    lit: LinearRgb
    good: Mask
    light: Light
    lights: tuple[Light, ...]
    reflexes: tuple[Mask, ...]
    mirrored: float


def _put_straight(photo: Srgb8, fine: PlannedStage, coarse: PlannedStage, planned: Srgb8, asked: Asked) -> _Put:
    panel = _panel(photo, fine, planned, asked)
    flat = flattened(photo, panel, fine.labels.shape)
    shape = coarse.labels.shape
    small = Flat(_smaller(flat.linear, shape), _smaller_mask(flat.burnt, shape))
    alike, sharp = likeness(photo, panel, planned), _sharpness(flat.linear, fine)
    return _Put(photo, panel, flat, small, alike, sharp, *_known(photo, coarse, asked))


def _seen(put: Sequence[_Put], stage: PlannedStage, planned: Srgb8) -> _Seen:
    """The photos freed from their light and joined; `planned` is what the areas should look like, as far as they are painted."""
    meant = srgb.decode_picture(planned)
    lights: list[Light] = []
    masks: list[Mask] = []
    lit: list[LinearRgb] = []
    for one in put:
        light, mask = _light(one, stage, meant)
        lights.append(light)
        masks.append(mask)
        lit.append(one.small.linear / light.over(stage.labels.shape))
    if len(put) == 1:
        whole, mirrored = lit[0], masks[0]
    else:
        whole, mirrored = joined(lit[0], lit[1], masks[0]), np.asarray(masks[0] & masks[1])
    return _Seen(whole, ~mirrored, lights[0], tuple(lights), tuple(masks), float(mirrored.mean()))


def _light(put: _Put, stage: PlannedStage, meant: LinearRgb) -> tuple[Light, Mask]:
    """The light of a photo, and where its panel mirrors a lamp; what mirrors does not count for the light."""
    mirrored: Mask = np.zeros(stage.labels.shape, dtype=bool)
    for _ in range(2):
        light = light_of(
            put.small.linear,
            meant,
            stage.labels,
            ~(put.small.burnt | mirrored),
            stage.mm_per_px,
            photo=put.photo,
            panel=put.panel,
            known=put.known,
            by=put.by,
        )
        lit: LinearRgb = put.small.linear / light.over(stage.labels.shape)
        found = mirrored | reflexes(lit, meant, stage.labels, put.small.burnt, stage.mm_per_px)
        if found.all() or (found == mirrored).all():
            break
        mirrored = found
    return light, mirrored


def _areas(seen: _Seen, stage: PlannedStage, so_far: Sequence[LinearRgb], asked: Asked) -> list[AreaFinding]:
    if stage.drawn:
        return []
    within = Seen(seen.lit, srgb.decode_picture(stage.planned(asked.wet)), seen.good, seen.light)
    return area_findings(within, stage, so_far, asked.wet)


def _accents(seen: _Seen, stage: PlannedStage) -> tuple[Accent, ...]:
    """Where the painting's own contrasts are strongest, and whether its focal passage wins; nothing of a drawing."""
    if stage.drawn:
        return ()
    lab = lab_of_light(seen.lit)
    return composition(lab_to_value(lab), lab, stage.focal)


def _as_it_stands(stage: PlannedStage, findings: Sequence[AreaFinding]) -> PlannedStage:
    """The stage with those areas that have not been painted yet as an earlier pass left them."""
    dry, wet = stage.dry.copy(), stage.wet.copy()
    changed = np.abs(stage.so_far[-1].astype(int) - stage.so_far[-2]).max(axis=-1) > _CHANGED_LEVELS
    index = {area.id: area.index for area in stage.areas}
    for one in findings:
        if one.looks_like is not None:
            own = stage.labels == index[one.area]
            own = own & changed if one.in_part else own
            dry[own] = wet[own] = stage.so_far[one.looks_like][own]
    return replace(stage, so_far=(*stage.so_far[:-1], dry), wet=wet)


def _lit_in_full(put: Sequence[_Put], seen: _Seen, stage: PlannedStage) -> LinearRgb:
    high, wide = stage.labels.shape
    lit = [one.flat.linear / light.over((high, wide)) for one, light in zip(put, seen.lights, strict=True)]
    if len(lit) == 1:
        return lit[0]
    mask = cv2.resize(seen.reflexes[0].astype(np.uint8), (wide, high), interpolation=cv2.INTER_NEAREST) > 0
    return joined(lit[0], lit[1], mask)


def _known(photo: Srgb8, stage: PlannedStage, asked: Asked) -> tuple[list[KnownPatch], By]:
    """What the photo's colours are read against: the card that was tapped, the printed card in view, or piles."""
    if asked.grey is not None:
        return [KnownPatch(asked.grey, _GREY_LAB)], "grey card"
    card = card_in_view(photo)
    if card:
        return [KnownPatch(at, lab) for at, lab in card], "printed card"
    piles = [KnownPatch(at, stage.piles[pile].lab_wet) for pile, at in asked.piles if pile in stage.piles]
    return piles, "piles" if piles else "areas"


def _smaller(picture: LinearRgb, shape: tuple[int, ...]) -> LinearRgb:
    return np.asarray(cv2.resize(picture, (shape[1], shape[0]), interpolation=cv2.INTER_AREA))


def _smaller_mask(mask: np.ndarray, shape: tuple[int, ...]) -> np.ndarray:
    return np.asarray(cv2.resize(mask.astype(np.float32), (shape[1], shape[0]), interpolation=cv2.INTER_AREA) > 0)


def _sharpness(linear: LinearRgb, stage: PlannedStage) -> float:
    """How much of the fine detail of the plan the photo shows: steepest changes of the photo against the plan's."""
    tone, meant = (np.sqrt(one.mean(axis=-1)) for one in (linear, srgb.decode_picture(stage.dry)))

    def steepest(picture: np.ndarray) -> float:
        slope = np.hypot(cv2.Sobel(picture, cv2.CV_32F, 1, 0), cv2.Sobel(picture, cv2.CV_32F, 0, 1))
        return float(np.quantile(slope[8:-8, 8:-8], 0.995) / max(1e-4, float(np.quantile(picture, 0.95))))

    planned = steepest(meant.astype(np.float32))
    return 1.0 if planned < 0.15 else steepest(tone.astype(np.float32)) / planned


def _landmarks(stage: PlannedStage, planned: Srgb8, shown: Srgb8, asked: Asked) -> tuple[tuple[Landmark, ...], Pose]:
    places = asked.places or places_in(stage, planned, srgb.decode_picture(planned))
    return find_again(stage, planned, shown, places, asked.moved)
