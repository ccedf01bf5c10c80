"""How a photo is decoded: by content, within bounds of size and memory, upright, in sRGB.

A picture is refused by its header when opening it would take more memory than `MOST_BYTES`; what is opened is brought to
working size strip by strip. The encoder's metadata never leaves this module.
"""

import io
import warnings
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Self

import numpy as np
from PIL import Image, ImageCms, UnidentifiedImageError

from ..colour import srgb
from ..colour.types import LinearRgb, Srgb8
from ..imaging.resample import fit_within, shrink
from ..kit.advice import Advice
from ..kit.errors import BadPicture

FORMATS: tuple[str, ...] = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF")
WORKING_LONGEST_PX = 1600
MOST_BYTES = 380_000_000
"""What decoding a picture may take beside what the process has already."""

LARGEST_PIXELS = 120_000_000
"""More than any camera's; a picture over this is refused whatever it would take."""

SMALLEST_SIDE_PX = 32
_STRIP_PX = 1_000_000

Image.MAX_IMAGE_PIXELS = None  # our own check, on the header, comes first and says what to do

_16_BIT = ("I;16", "I;16B", "I;16L", "I;16N", "I")
_ONE_BYTE = ("1", "L", "P")


@dataclass(frozen=True, eq=False)
class Picture:
    """A reference picture: `linear` (height, width, 3) float32 0-1, and what the painter should know about it."""

    linear: LinearRgb = field(repr=False)
    original_width: int
    original_height: int
    advice: tuple[Advice, ...] = ()

    def in_eight_bits(self) -> Self:
        """The picture as 8-bit sRGB holds it; what is shown on the screen stays the same."""
        return replace(self, linear=srgb.decode_picture(self.srgb8))._shown_as(self.srgb8)

    def part(self, rows: slice, columns: slice) -> Self:
        """A part of the picture."""
        part = replace(self, linear=self.linear[rows, columns])
        return part._shown_as(np.ascontiguousarray(self.srgb8[rows, columns])) if self._is_encoded else part

    def telling(self, advice: tuple[Advice, ...]) -> Self:
        """The same picture with other advice."""
        told = replace(self, advice=advice)
        return told._shown_as(self.srgb8) if self._is_encoded else told

    @property
    def _is_encoded(self) -> bool:
        return "srgb8" in self.__dict__

    def _shown_as(self, srgb8: Srgb8) -> Self:
        """This picture, whose 8 bits are known already: encoding is by pixel, so they would be the same again."""
        self.__dict__["srgb8"] = srgb8
        return self

    @property
    def width(self) -> int:
        """Working width in pixels."""
        return int(self.linear.shape[1])

    @property
    def height(self) -> int:
        """Working height in pixels."""
        return int(self.linear.shape[0])

    @cached_property
    def srgb8(self) -> Srgb8:
        """The picture for the screen."""
        return srgb.encode_picture(self.linear)


def decode_here(content: bytes, longest_px: int) -> Picture:
    """As `decode.decode`, in this process."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        opened = _deep_tiff(content) or _opened(content)
        try:
            return _decoded(opened, longest_px)
        except (OSError, ValueError, SyntaxError, MemoryError, ImageCms.PyCMSError, EOFError) as error:
            raise damaged() from error


def damaged() -> BadPicture:
    """What is told of a file that begins like a picture and does not go on like one."""
    return BadPicture(
        "The picture is damaged and cannot be read to its end.", "Copy it again from the camera, or save it anew."
    )


Strip = Callable[[int, int], Image.Image]
"""The rows of a picture from one to another, as an image."""


@dataclass(frozen=True)
class _Opened:
    """A picture of which only the header has been read. `load` reads it, at least `longest` pixels long where it can be smaller,
    and gives its size and a way to a strip of it: rows from, to.
    """

    size: tuple[int, int]
    profile: bytes | None
    orientation: int
    advice: tuple[Advice, ...]
    load: Callable[[int], tuple[tuple[int, int], Strip]]


def _opened(content: bytes) -> _Opened:
    formats = FORMATS
    if content[4:8] == b"ftyp":
        import pillow_heif  # seldom asked for, and slow to load

        pillow_heif.register_heif_opener(thumbnails=False)
    else:
        formats = tuple(one for one in FORMATS if one != "HEIF")
    try:
        image = Image.open(io.BytesIO(content), formats=formats)
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, MemoryError) as error:
        raise BadPicture(
            "The file is not a JPEG or PNG picture, nor WebP, TIFF or HEIC.", "Save the photo as JPEG or PNG."
        ) from error
    _checked_size(*image.size, _bytes_a_pixel(image))
    advice: tuple[Advice, ...] = ()
    if getattr(image, "is_animated", False) and image.format in ("PNG", "WEBP"):
        advice = (Advice("subject.N001", "note", "The picture is animated.", "Its first frame is used."),)
    try:
        if advice:
            image.seek(0)
        orientation = image.getexif().get(0x0112, 1)
    except (OSError, ValueError, SyntaxError, EOFError) as error:
        raise damaged() from error

    def load(longest: int) -> tuple[tuple[int, int], Strip]:
        image.draft("RGB", fit_within(*image.size, longest))
        image.load()
        return image.size, lambda top, bottom: image.crop((0, top, image.width, bottom))

    return _Opened(image.size, image.info.get("icc_profile"), int(orientation), advice, load)


def _bytes_a_pixel(image: Image.Image) -> float:
    """What decoding takes, from measurements of each format's library: its own buffers and the picture it gives."""
    given = 1.0 if image.mode in _ONE_BYTE else 2.0 if image.mode in _16_BIT[:4] else 4.0
    match image.format:
        case "JPEG" if image.info.get("progressive"):
            return (
                6.0 + given / 4
            )  # all coefficients are held until the last scan; the picture itself is drafted smaller
        case "JPEG":
            return given / 4
        case "PNG":
            return given
        case "TIFF":
            return 2 * given  # one strip may hold the whole picture
        case "WEBP":
            return 4 * given
        case _:
            return 7.0 + given


def _checked_size(width: int, height: int, bytes_a_pixel: float) -> None:
    most = min(LARGEST_PIXELS, int(MOST_BYTES / bytes_a_pixel))
    if width * height > most:
        raise BadPicture(
            f"The picture has {width} x {height} pixels, more than this application will open in this format.",
            f"Make it smaller: at most {most // 1_000_000} million pixels, or save it as a plain JPEG.",
        )
    if min(width, height) < SMALLEST_SIDE_PX:
        raise BadPicture(
            f"The picture has only {width} x {height} pixels.",
            f"Choose one with at least {SMALLEST_SIDE_PX} on each side.",
        )


def _deep_tiff(content: bytes) -> _Opened | None:
    """A TIFF with 16 bits in several channels, which Pillow does not open; None for everything else."""
    if content[:4] not in (b"II*\0", b"MM\0*"):
        return None
    import tifffile  # seldom asked for, and slow to load

    try:
        with tifffile.TiffFile(io.BytesIO(content)) as file:
            page = file.pages[0].keyframe
            if page is None or page.bitspersample != 16 or page.samplesperpixel not in (3, 4):
                return None
            _checked_size(page.imagewidth, page.imagelength, 2.6 * page.samplesperpixel)
            profile, orientation = page.tags.get(34675), page.tags.get(274)
            size = (page.imagewidth, page.imagelength)
    except BadPicture:
        raise
    except Exception as error:
        raise damaged() from error  # tifffile reports damage by many kinds of exception

    def load(_: int) -> tuple[tuple[int, int], Strip]:
        try:
            with tifffile.TiffFile(io.BytesIO(content)) as file:
                pixels = file.pages[0].asarray(maxworkers=1)
        except Exception as error:
            raise damaged() from error
        if pixels.ndim != 3:
            raise damaged()
        if pixels.shape[0] in (3, 4) and pixels.shape[2] not in (3, 4):
            pixels = np.moveaxis(pixels, 0, 2)

        def strip(top: int, bottom: int) -> Image.Image:
            return Image.fromarray(np.rint(pixels[top:bottom].astype(np.float32) / 257).astype(np.uint8))

        return (pixels.shape[1], pixels.shape[0]), strip

    return _Opened(
        size,
        None if profile is None else bytes(profile.value),
        1 if orientation is None else int(orientation.value),
        (),
        load,
    )


def _decoded(opened: _Opened, longest_px: int) -> Picture:
    clean = _Cleaning(opened.profile)
    linear = _at_working_size(*opened.load(_enough_px(longest_px)), clean, longest_px)
    width, height = opened.size[::-1] if opened.orientation in (5, 6, 7, 8) else opened.size
    return Picture(_upright(linear, opened.orientation), width, height, (*opened.advice, *clean.advice()))


def _enough_px(longest_px: int) -> int:
    """A JPEG that can be opened so large, or larger, is read no larger: twice the working size, or 1.25 times a large one."""
    return min(2 * longest_px, max(2000, round(1.25 * longest_px)))


def _at_working_size(size: tuple[int, int], strip: Strip, clean: "_Cleaning", longest_px: int) -> LinearRgb:
    """The picture made smaller strip by strip: by whole pixels as it is encoded to about twice the size, then in linear light.

    A JPEG has been opened at an eighth, a quarter or half its size where that is enough: in twelve megapixels this moves a
    colour by CIEDE2000 0.1 to 0.7 in the mean and takes half the time. So neither all of it in sRGB is ever held, nor the
    12 bytes a pixel of all of it in linear light.
    """
    factor = max(1, max(size) // (2 * longest_px))
    width, height = fit_within(-(-size[0] // factor), -(-size[1] // factor), longest_px)
    rows = factor * max(1, _STRIP_PX // (size[0] * factor))
    narrow = np.empty((-(-size[1] // factor), width, 3), dtype=np.float32)
    for top in range(0, size[1], rows):
        clear = clean.strip(strip(top, min(top + rows, size[1])))
        pixels = np.asarray(clear.reduce(factor) if factor > 1 else clear)
        first = top // factor
        narrow[first : first + pixels.shape[0]] = shrink(srgb.decode_picture(pixels), width, pixels.shape[0])
    return shrink(narrow, width, height)


def _upright(picture: LinearRgb, orientation: int) -> LinearRgb:
    """A picture turned and mirrored as its EXIF orientation (1-8) says."""
    if orientation in (5, 6, 7, 8):
        picture = picture.transpose(1, 0, 2)
    across = orientation in (2, 3, 6, 7)
    down = orientation in (3, 4, 7, 8)
    return np.ascontiguousarray(picture[:: -1 if down else 1, :: -1 if across else 1])


_TRANSPARENT = Advice("subject.N002", "note", "The picture has transparent parts.", "They are laid on white.")
_BAD_PROFILE = Advice(
    "subject.W001",
    "warning",
    "The picture's colour profile cannot be used; its colours are read as sRGB.",
    "If they look wrong, export the photo as sRGB.",
)
_PLAIN_CMYK = Advice(
    "subject.W002",
    "warning",
    "The picture is in CMYK without a profile; its colours are an estimate.",
    "Export the photo as sRGB for colours you can trust.",
)


class _Cleaning:
    """Brings strips of a picture to 8-bit sRGB without transparency, and keeps what is to be said about it."""

    def __init__(self, profile: bytes | None) -> None:
        self._profile = profile
        self._transform: ImageCms.ImageCmsTransform | None = None
        self._mode = ""
        self._said: dict[str, Advice] = {}

    def advice(self) -> tuple[Advice, ...]:
        """What there was to say."""
        return tuple(self._said.values())

    def strip(self, image: Image.Image) -> Image.Image:
        """A strip as RGB."""
        if image.mode in _16_BIT:
            image = _eight_bits_of_grey(image)
        if image.mode in ("LA", "PA", "RGBA", "La", "RGBa") or "transparency" in image.info:
            clear = image.convert("RGBA")
            if np.asarray(clear.getchannel("A")).min() < 255:
                self._said[_TRANSPARENT.id] = _TRANSPARENT
            image = Image.alpha_composite(Image.new("RGBA", clear.size, "white"), clear).convert("RGB")
        return self._in_srgb(image)

    def _in_srgb(self, image: Image.Image) -> Image.Image:
        if self._profile and _BAD_PROFILE.id not in self._said:
            if image.mode not in ("RGB", "L", "CMYK"):
                image = image.convert("RGB")
            try:
                if self._transform is None or self._mode != image.mode:
                    self._transform, self._mode = _to_srgb(self._profile, image.mode), image.mode
                converted = ImageCms.applyTransform(image, self._transform)
                if converted is not None:
                    return converted
            except (ImageCms.PyCMSError, OSError, ValueError):
                self._said[_BAD_PROFILE.id] = _BAD_PROFILE
        elif image.mode == "CMYK":
            self._said[_PLAIN_CMYK.id] = _PLAIN_CMYK
        return image.convert("RGB")


def _to_srgb(profile: bytes, mode: str) -> ImageCms.ImageCmsTransform:
    source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
    return ImageCms.buildTransform(source, ImageCms.createProfile("sRGB"), mode, "RGB")


def _eight_bits_of_grey(image: Image.Image) -> Image.Image:
    numbers = np.asarray(image).astype(np.float64)
    return Image.fromarray(np.rint(np.clip(numbers, 0, 65535) / 257).astype(np.uint8))
