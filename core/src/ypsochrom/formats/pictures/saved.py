"""Pictures to be taken elsewhere: PNG, JPEG or TIFF that say which colours their numbers mean and how large they are.

The profile is sRGB's (IEC 61966-2-1) as LittleCMS writes it, embedded as each format has it: `iCCP` (PNG, third edition,
11.3.2.3), APP2 (JPEG; ICC.1:2022, annex B) and tag 34675 (TIFF; ICC.1:2022, annex B).
"""

import io
from typing import Any, Literal

from PIL import Image, ImageCms

from ...colour.types import Srgb8
from ...materials.support import Support

PictureKind = Literal["png", "jpg", "tif"]
_MM_AN_INCH = 25.4
_HOW: dict[PictureKind, tuple[str, dict[str, Any]]] = {
    "png": ("PNG", {}),
    "jpg": ("JPEG", {"quality": 95, "subsampling": 0}),
    "tif": ("TIFF", {"compression": "tiff_deflate"}),
}


def saved_picture(picture: Srgb8, kind: PictureKind, support: Support) -> bytes:
    """A picture of the whole support, printed at whose size it has its true one."""
    name, how = _HOW[kind]
    across, down = picture.shape[1] / support.width_mm, picture.shape[0] / support.height_mm
    profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    out = io.BytesIO()
    resolution = (across * _MM_AN_INCH, down * _MM_AN_INCH)
    Image.fromarray(picture).save(out, name, icc_profile=profile, dpi=resolution, **how)
    return out.getvalue()
