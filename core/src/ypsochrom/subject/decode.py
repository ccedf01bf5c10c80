"""Decode a photo safely: by content, within bounds of size and memory, upright, in sRGB.

JPEG, PNG, WebP, TIFF (8 and 16 bit) and HEIC. The encoder's metadata never leaves this module.
"""

import io
import warnings
from dataclasses import dataclass, field

import numpy as np
import pillow_heif
import tifffile
from PIL import Image, ImageCms, ImageOps, UnidentifiedImageError

from ..colour import srgb
from ..colour.types import LinearRgb, Srgb8
from ..imaging.resample import fit_within, shrink
from ..kit.advice import Advice
from ..kit.errors import BadPicture

FORMATS = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF")
WORKING_LONGEST_PX = 1600
LARGEST_PIXELS = 120_000_000
"""More than any camera's; a picture over this is refused from its header, before anything is decoded."""

LARGEST_BYTES = 80_000_000
SMALLEST_SIDE_PX = 32

Image.MAX_IMAGE_PIXELS = None  # our own check, on the header, comes first and says what to do

pillow_heif.register_heif_opener(thumbnails=False)

_16_BIT = ("I;16", "I;16B", "I;16L", "I;16N", "I")


@dataclass(frozen=True, eq=False)
class Picture:
    """A reference picture: `linear` (height, width, 3) float32 0-1, and what the painter should know about it."""

    linear: LinearRgb = field(repr=False)
    original_width: int
    original_height: int
    advice: tuple[Advice, ...] = ()

    @property
    def width(self) -> int:
        """Working width in pixels."""
        return int(self.linear.shape[1])

    @property
    def height(self) -> int:
        """Working height in pixels."""
        return int(self.linear.shape[0])

    @property
    def srgb8(self) -> Srgb8:
        """The picture for the screen."""
        return srgb.encode_picture(self.linear)


def decode(content: bytes, *, longest_px: int = WORKING_LONGEST_PX) -> Picture:
    """The picture in a file, at most `longest_px` on its longer side, in linear light.

    Orientation and colour profile are honoured, transparency is laid on white, of an animation the first frame counts.
    Raises `BadPicture` for anything that is not such a file, is truncated, too small or too large.
    """
    if not content:
        raise BadPicture("The file is empty.", "Choose a photo in JPEG, PNG, WebP, TIFF or HEIC format.")
    if len(content) > LARGEST_BYTES:
        raise BadPicture(
            f"The file has {len(content) / 1e6:.0f} MB.", f"Save it with at most {LARGEST_BYTES / 1e6:.0f} MB."
        )
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        deep = _deep_tiff(content)
        image = _opened(content) if deep is None else deep
        try:
            return _decoded(image, longest_px)
        except (OSError, ValueError, SyntaxError, MemoryError, ImageCms.PyCMSError, EOFError) as error:
            raise BadPicture(
                "The picture is damaged and cannot be read to its end.",
                "Copy it again from the camera, or save it anew.",
            ) from error


def _opened(content: bytes) -> Image.Image:
    try:
        image = Image.open(io.BytesIO(content), formats=FORMATS)
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, MemoryError) as error:
        raise BadPicture(
            "The file is not a JPEG or PNG picture, nor WebP, TIFF or HEIC.", "Save the photo as JPEG or PNG."
        ) from error
    _checked_size(*image.size)
    return image


def _checked_size(width: int, height: int) -> None:
    if width * height > LARGEST_PIXELS:
        raise BadPicture(
            f"The picture has {width} x {height} pixels, more than this application will open.",
            f"Make it smaller: at most {LARGEST_PIXELS // 1_000_000} million pixels.",
        )
    if min(width, height) < SMALLEST_SIDE_PX:
        raise BadPicture(
            f"The picture has only {width} x {height} pixels.",
            f"Choose one with at least {SMALLEST_SIDE_PX} on each side.",
        )


def _deep_tiff(content: bytes) -> Image.Image | None:
    """A TIFF with 16 bits in several channels, which Pillow does not open, as 8 bits; None for everything else."""
    if content[:4] not in (b"II*\0", b"MM\0*"):
        return None
    try:
        with tifffile.TiffFile(io.BytesIO(content)) as file:
            page = file.pages[0].keyframe
            if page is None or page.bitspersample != 16 or page.samplesperpixel not in (3, 4):
                return None
            _checked_size(page.imagewidth, page.imagelength)
            pixels = page.asarray()
            profile = page.tags.get(34675)
            orientation = page.tags.get(274)
    except BadPicture:
        raise
    except Exception as error:
        # tifffile reports damage by many kinds of exception
        raise BadPicture(
            "The picture is damaged and cannot be read to its end.", "Copy it again from the camera, or save it anew."
        ) from error
    if pixels.shape[0] in (3, 4) and pixels.ndim == 3 and pixels.shape[2] not in (3, 4):
        pixels = np.moveaxis(pixels, 0, 2)
    image = Image.fromarray(np.rint(pixels.astype(np.float32) / 257).astype(np.uint8))
    if profile is not None:
        image.info["icc_profile"] = bytes(profile.value)
    if orientation is not None:
        image.getexif()[0x0112] = int(orientation.value)
    return image


def _decoded(image: Image.Image, longest_px: int) -> Picture:
    advice: list[Advice] = []
    width, height = image.size
    if getattr(image, "is_animated", False) and image.format in ("PNG", "WEBP"):
        advice.append(Advice("subject.N001", "note", "The picture is animated.", "Its first frame is used."))
        image.seek(0)
    profile = image.info.get("icc_profile")
    orientation = image.getexif().get(0x0112, 1)
    image.draft("RGB", fit_within(width, height, 2 * longest_px))
    image.load()
    if image.mode in _16_BIT:
        image = _eight_bits_of_grey(image)
    if image.mode in ("LA", "PA", "RGBA", "La", "RGBa") or "transparency" in image.info:
        clear = image.convert("RGBA")
        if np.asarray(clear.getchannel("A")).min() < 255:
            note = Advice("subject.N002", "note", "The picture has transparent parts.", "They are laid on white.")
            advice.append(note)
        image = Image.alpha_composite(Image.new("RGBA", clear.size, "white"), clear).convert("RGB")
    image = _in_srgb(image, profile, advice)
    image.getexif()[0x0112] = orientation
    upright = ImageOps.exif_transpose(image)
    if orientation in (5, 6, 7, 8):
        width, height = height, width
    # The linear image is only made at about twice the working size: a full one would take 12 bytes a pixel.
    if max(upright.size) > 2 * longest_px:
        factor = max(upright.size) // (2 * longest_px)
        upright = upright.reduce(factor) if factor > 1 else upright
    linear = srgb.decode_picture(np.asarray(upright))
    linear = shrink(linear, *fit_within(upright.width, upright.height, longest_px))
    return Picture(
        linear=np.ascontiguousarray(linear), original_width=width, original_height=height, advice=tuple(advice)
    )


def _eight_bits_of_grey(image: Image.Image) -> Image.Image:
    numbers = np.asarray(image).astype(np.float64)
    return Image.fromarray(np.rint(np.clip(numbers, 0, 65535) / 257).astype(np.uint8))


def _in_srgb(image: Image.Image, profile: bytes | None, advice: list[Advice]) -> Image.Image:
    if profile:
        try:
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            if image.mode not in ("RGB", "L", "CMYK"):
                image = image.convert("RGB")
            converted = ImageCms.profileToProfile(image, source, ImageCms.createProfile("sRGB"), outputMode="RGB")
            if converted is not None:
                return converted
        except (ImageCms.PyCMSError, OSError):
            advice.append(
                Advice(
                    "subject.W001",
                    "warning",
                    "The picture's colour profile cannot be used; its colours are read as sRGB.",
                    "If they look wrong, export the photo as sRGB.",
                )
            )
    elif image.mode == "CMYK":
        advice.append(
            Advice(
                "subject.W002",
                "warning",
                "The picture is in CMYK without a profile; its colours are an estimate.",
                "Export the photo as sRGB for colours you can trust.",
            )
        )
    return image.convert("RGB")
