"""HTTP of the shelf."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Status
from ninja.files import UploadedFile

from server.site.files import PaperSize, to_save, uploaded
from server.site.owned import painter

from . import calibrations, palettes, services
from .schemas import (
    CalibrationIn,
    CalibrationOut,
    CalibrationState,
    CautionOut,
    PaintOut,
    PaletteFile,
    PaletteFileOut,
    PaletteIn,
    PaletteOut,
    ReadingsFile,
    ReadingsOut,
    ShelfFile,
    ShelfRowOut,
    SupplyIn,
    SupplyOut,
    SupplyWords,
    TubeIn,
    TubeOut,
)

router = Router()


@router.get("/paints", response=list[PaintOut])
def paints(request: HttpRequest) -> tuple[PaintOut, ...]:
    """Every paint that can be on a shelf."""
    return services.known_paints()


@router.get("/cautions", response=list[CautionOut])
def cautions(request: HttpRequest) -> list[CautionOut]:
    """Usual cautions for the paints on the shelf and for the work."""
    return services.cautions_of(painter(request))


@router.get("/tubes", response=list[TubeOut])
def tubes(request: HttpRequest) -> list[TubeOut]:
    """The painter's shelf."""
    return services.list_tubes(painter(request))


@router.post("/tubes", response={201: TubeOut})
def add(request: HttpRequest, payload: TubeIn) -> Status[TubeOut]:
    """Put a tube on the shelf."""
    return Status(201, services.add_tube(painter(request), payload))


@router.post("/file", response=list[ShelfRowOut])
def read_file(request: HttpRequest, payload: ShelfFile) -> list[ShelfRowOut]:
    """Look at a shelf file row by row, or with `keep` put its good rows on the shelf."""
    return services.read_file(painter(request), payload)


@router.get("/file", response=None)
def write_file(request: HttpRequest) -> HttpResponse:
    """The shelf as CSV, to be saved."""
    return to_save(services.write_file(painter(request)).encode(), "text/csv; charset=utf-8", "shelf.csv")


@router.put("/tubes/{tube_id}", response=TubeOut)
def change(request: HttpRequest, tube_id: int, payload: TubeIn) -> TubeOut:
    """Change a tube."""
    return services.change_tube(painter(request), tube_id, payload)


@router.delete("/tubes/{tube_id}", response={204: None})
def remove(request: HttpRequest, tube_id: int) -> Status[None]:
    """Take a tube off the shelf."""
    services.remove_tube(painter(request), tube_id)
    return Status(204, None)


@router.get("/supplies/words", response=SupplyWords)
def supply_words(request: HttpRequest) -> SupplyWords:
    """The kinds of mediums, textures and brushes there are."""
    return services.supply_words()


@router.get("/supplies", response=list[SupplyOut])
def supplies(request: HttpRequest) -> list[SupplyOut]:
    """Mediums, supports and brushes."""
    return services.list_supplies(painter(request))


@router.post("/supplies", response={201: SupplyOut})
def add_supply(request: HttpRequest, payload: SupplyIn) -> Status[SupplyOut]:
    """Put a medium, support or brush on the shelf."""
    return Status(201, services.add_supply(painter(request), payload))


@router.put("/supplies/{supply_id}", response=SupplyOut)
def change_supply(request: HttpRequest, supply_id: int, payload: SupplyIn) -> SupplyOut:
    """Change a medium, support or brush."""
    return services.change_supply(painter(request), supply_id, payload)


@router.delete("/supplies/{supply_id}", response={204: None})
def remove_supply(request: HttpRequest, supply_id: int) -> Status[None]:
    """Take a medium, support or brush off the shelf."""
    services.remove_supply(painter(request), supply_id)
    return Status(204, None)


@router.get("/palettes", response=list[PaletteOut])
def list_palettes(request: HttpRequest) -> list[PaletteOut]:
    """The saved palettes."""
    return palettes.listed(painter(request))


@router.post("/palettes", response={201: PaletteOut})
def add_palette(request: HttpRequest, payload: PaletteIn) -> Status[PaletteOut]:
    """Save a palette."""
    return Status(201, palettes.add(painter(request), payload))


@router.post("/palettes/file", response=PaletteFileOut)
def read_palette(request: HttpRequest, payload: PaletteFile) -> PaletteFileOut:
    """Look at a GIMP palette line by line, or with `keep` save its paints as a palette."""
    return palettes.read_file(painter(request), payload)


@router.put("/palettes/{palette_id}", response=PaletteOut)
def change_palette(request: HttpRequest, palette_id: int, payload: PaletteIn) -> PaletteOut:
    """Change a palette."""
    return palettes.change(painter(request), palette_id, payload)


@router.delete("/palettes/{palette_id}", response={204: None})
def remove_palette(request: HttpRequest, palette_id: int) -> Status[None]:
    """Forget a palette."""
    palettes.remove(painter(request), palette_id)
    return Status(204, None)


@router.get("/palettes/{palette_id}/tray.pdf", response=None)
def tray_pdf(request: HttpRequest, palette_id: int, paper: PaperSize = "A4") -> HttpResponse:
    """The palette's tray, to be printed."""
    return to_save(palettes.tray_of(painter(request), palette_id, paper), "application/pdf", "tray.pdf")


@router.get("/palettes/{palette_id}/palette.gpl", response=None)
def palette_file(request: HttpRequest, palette_id: int) -> HttpResponse:
    """The palette as a GIMP palette."""
    return to_save(palettes.file_of(painter(request), palette_id).encode(), "text/plain; charset=utf-8", "palette.gpl")


@router.get("/palettes/{palette_id}/palette.cxf", response=None)
def palette_spectra(request: HttpRequest, palette_id: int) -> HttpResponse:
    """The palette's tubes and their tints with white as spectra (CxF3), as they dry."""
    return to_save(palettes.spectra_of(painter(request), palette_id).encode(), "application/xml", "palette.cxf")


@router.get("/tubes/{tube_id}/swatch-card.pdf", response=None)
def swatch_card(request: HttpRequest, tube_id: int, paper: PaperSize = "A4") -> HttpResponse:
    """The card for a tube's swatches, to be printed."""
    row = services.tube_row(painter(request), tube_id)
    return to_save(calibrations.card_pdf([row], paper), "application/pdf", "swatch-card.pdf")


@router.post("/tubes/{tube_id}/card-photo", response=ReadingsOut)
def read_card_photo(request: HttpRequest, tube_id: int, photo: Annotated[UploadedFile, File()]) -> ReadingsOut:
    """The swatches on a photographed card; nothing is kept."""
    services.tube_row(painter(request), tube_id)
    return calibrations.read_photo(uploaded(photo))


@router.post("/tubes/{tube_id}/readings-file", response=ReadingsOut)
def read_readings_file(request: HttpRequest, tube_id: int, payload: ReadingsFile) -> ReadingsOut:
    """The swatches in a file of readings (CxF3, CGATS.17 text or CSV); nothing is kept."""
    services.tube_row(painter(request), tube_id)
    return calibrations.read_file(payload.text)


@router.get("/tubes/{tube_id}/readings/{name}", response=None)
def readings_to_save(request: HttpRequest, tube_id: int, name: calibrations.ReadingsName) -> HttpResponse:
    """The readings that the tube's calibration rests on, for another studio or program."""
    written = calibrations.file_of(services.tube_row(painter(request), tube_id), name)
    return to_save(written.encode(), calibrations.READINGS_TYPES[name], name)


@router.post("/tubes/{tube_id}/colorimeter", response=ReadingsOut)
def read_colorimeter(request: HttpRequest, tube_id: int) -> ReadingsOut:
    """The tube's swatches as the simulated colorimeter reads them; nothing is kept."""
    return calibrations.read_instrument(services.tube_row(painter(request), tube_id))


@router.get("/tubes/{tube_id}/calibration", response=CalibrationState)
def calibration(request: HttpRequest, tube_id: int) -> CalibrationState:
    """The tube and the calibration that counts."""
    return services.calibration_state(painter(request), tube_id)


@router.post("/tubes/{tube_id}/calibration", response=CalibrationOut)
def calibrate(request: HttpRequest, tube_id: int, payload: CalibrationIn) -> CalibrationOut:
    """Fit the tube to readings; with `keep` every later prediction rests on them."""
    return services.calibrate_tube(painter(request), tube_id, payload)


@router.delete("/tubes/{tube_id}/calibration", response=CalibrationState)
def take_calibration_back(request: HttpRequest, tube_id: int) -> CalibrationState:
    """Take the newest calibration back."""
    return services.take_calibration_back(painter(request), tube_id)
