"""The errors of the core, by meaning.

Each says what was expected, what came and what to do: `message` for the first two, `hint` for the last, and a stable
`code` for programs.
"""


class YpsochromError(Exception):
    """Something the painter can act on; `str()` gives one line."""

    code = "ypsochrom"

    def __init__(self, message: str, hint: str) -> None:
        super().__init__(message, hint)
        self.message = message
        self.hint = hint

    def __str__(self) -> str:
        return f"{self.message} {self.hint}".strip()


class BadPicture(YpsochromError):
    """The file is not a picture that can be painted from."""

    code = "subject.bad_picture"


class BadSupport(YpsochromError):
    """The size of the support cannot be read or is absurd."""

    code = "materials.bad_support"


class BadShelf(YpsochromError):
    """The shelf holds no usable paint, or a row that cannot be read."""

    code = "materials.bad_shelf"


class UnknownPaint(YpsochromError):
    """A paint key that the catalogue does not have."""

    code = "materials.unknown_paint"


class BadSupply(YpsochromError):
    """A medium, support or brush that cannot stand on the shelf."""

    code = "materials.bad_supply"


class BadPaletteFile(YpsochromError):
    """A palette file that cannot be read, or a line of it."""

    code = "materials.bad_palette_file"


class BadReading(YpsochromError):
    """A swatch's reading or a file of readings that cannot be used."""

    code = "materials.bad_reading"


class BadCard(YpsochromError):
    """A photo in which the swatch card cannot be read."""

    code = "materials.bad_card"


class BadRecipe(YpsochromError):
    """A recipe with no parts, negative parts or parts that are not numbers."""

    code = "mixes.bad_recipe"


class NoRecipe(YpsochromError):
    """No recipe of the palette keeps to what the painter asked for."""

    code = "mixes.no_recipe"


class BadColour(YpsochromError):
    """A target colour that cannot be read."""

    code = "mixes.bad_colour"


class NoSchedule(YpsochromError):
    """The plan cannot be laid into the painter's sittings at all."""

    code = "sittings.no_schedule"


class BadCalendar(YpsochromError):
    """A calendar file that cannot be read."""

    code = "sittings.bad_calendar"


class BadLog(YpsochromError):
    """The log cannot be read, or holds no observation."""

    code = "logbook.bad_log"


class BadSetting(YpsochromError):
    """A setting outside its range (number of steps, brush width, thresholds, school)."""

    code = "kit.bad_setting"


class Cancelled(YpsochromError):
    """The painter stopped the computation."""

    code = "kit.cancelled"

    def __init__(self) -> None:
        super().__init__("The computation was stopped.", "Start it again when you are ready.")


class TooFewPaintings(YpsochromError):
    """There are too few paintings with hours to estimate from."""

    code = "logbook.too_few_paintings"


class BadArchive(YpsochromError):
    """A file that is no archive, is larger than an archive may be, or is of a newer version."""

    code = "formats.bad_archive"
