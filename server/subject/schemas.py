"""What a painting looks like over HTTP."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
Title = Annotated[str, Field(max_length=120)]


class AdviceOut(Schema):
    """One piece of advice from the core."""

    id: str
    severity: str
    message: str
    hint: str
    subject: str | None


class PaintingOut(Schema):
    """A painting; pictures are cropped to the support, `value_url` holds value x 25.5 as 8-bit grey.

    `crop_moves` says in which direction the crop can move over the reference.
    """

    id: int
    title: str
    width_mm: float
    height_mm: float
    crop_x: float
    crop_y: float
    crop_moves: Literal["across", "down", "nowhere"]
    width_px: int
    height_px: int
    reference_url: str
    picture_url: str
    value_url: str
    thumbnail_url: str
    advice: list[AdviceOut]


class PaintingChange(Schema):
    """What of a painting can be changed; what is left out stays."""

    title: Title | None = None
    size: str | None = None
    crop_x: Share | None = None
    crop_y: Share | None = None
