"""Crop the reference to the support's proportions."""

from dataclasses import dataclass

from ..kit.advice import Advice
from ..kit.errors import BadPicture, BadSetting
from ..materials.support import Support
from .decoding import SMALLEST_SIDE_PX, Picture

SMALLEST_CROP = 0.1
_MUCH_LOST = 0.3


@dataclass(frozen=True)
class CropCentre:
    """Where the crop's centre lies, as shares (0-1) of the way it can move: 0.5, 0.5 is the middle.

    `size` is its width against the largest crop of the support's proportions.
    """

    x: float = 0.5
    y: float = 0.5
    size: float = 1.0

    def __post_init__(self) -> None:
        if not SMALLEST_CROP <= self.size <= 1:
            raise BadSetting(f"The crop's size is {self.size:g}.", f"Give it as a share from {SMALLEST_CROP:g} to 1.")
        if not (0 <= self.x <= 1 and 0 <= self.y <= 1):
            raise BadSetting(f"The crop's centre is {self.x:g}, {self.y:g}.", "Give both as shares between 0 and 1.")


MIDDLE = CropCentre()


@dataclass(frozen=True)
class CropBox:
    """Where the crop lies in a picture of `whole_width` x `whole_height`, all in pixels."""

    left: int
    top: int
    width: int
    height: int
    whole_width: int
    whole_height: int

    def to_whole(self, spot: tuple[float, float]) -> tuple[float, float]:
        """A place given in shares of the crop, in shares of the whole picture."""
        return (self.left + spot[0] * self.width) / self.whole_width, (
            self.top + spot[1] * self.height
        ) / self.whole_height

    def to_crop(self, spot: tuple[float, float]) -> tuple[float, float]:
        """The way back; outside 0-1 the place was cut away."""
        return (spot[0] * self.whole_width - self.left) / self.width, (
            spot[1] * self.whole_height - self.top
        ) / self.height


def crop_box(width: int, height: int, support: Support, centre: CropCentre = MIDDLE) -> CropBox:
    """The part of a picture of this size that has the support's proportions."""
    widest = min(width, round(height * support.proportion))
    highest = min(height, round(width / support.proportion))
    across, down = round(widest * centre.size), round(highest * centre.size)
    left, top = round((width - across) * centre.x), round((height - down) * centre.y)
    return CropBox(left, top, across, down, width, height)


def crop_to(picture: Picture, support: Support, centre: CropCentre = MIDDLE) -> Picture:
    """The largest part of the picture with the support's proportions; advice when much of the photo falls away."""
    box = crop_box(picture.width, picture.height, support, centre)
    left, top, width, height = box.left, box.top, box.width, box.height
    if min(width, height) < SMALLEST_SIDE_PX:
        raise BadPicture(
            f"Cropped to the support's proportions the picture keeps only {width} x {height} pixels.",
            "Choose a larger crop, or a support or a photo of more similar proportions.",
        )
    largest = crop_box(picture.width, picture.height, support)
    lost = 1 - largest.width * largest.height / (picture.width * picture.height)
    advice = picture.advice
    if lost > _MUCH_LOST:
        much = Advice(
            "subject.W003",
            "warning",
            f"The support's proportions cut away {lost:.0%} of the photo.",
            "Turn the support, or choose one whose proportions are closer to the photo's.",
        )
        advice = (*advice, much)
    return picture.part(slice(top, top + height), slice(left, left + width)).telling(advice)


_COARSE_MM = 2.0
"""A pixel that covers more than this of the support shows no detail that the finest brushes could follow."""

_PIXELS_TO_A_DETAIL = 3


def coarse(picture: Picture, support: Support) -> tuple[Advice, ...]:
    """What can be trusted of a cropped photo that has few pixels for so large a support."""
    mm_per_px = support.width_mm / picture.width
    if mm_per_px <= _COARSE_MM:
        return ()
    return (
        Advice(
            "subject.W004",
            "warning",
            f"One pixel of the photo covers {mm_per_px:.0f} mm of the support.",
            f"Its values and large areas can be trusted; edges and details finer than {_PIXELS_TO_A_DETAIL * mm_per_px:.0f} mm "
            "cannot. Take a larger photo, or a smaller support.",
        ),
    )
