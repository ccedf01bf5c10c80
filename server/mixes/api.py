"""HTTP of mixes, of the mixing bench and of the choice of a palette."""

from typing import Annotated

from django.http import HttpRequest
from ninja import File, Form, Router, Status
from ninja.files import UploadedFile

from server.records import runs, tasks
from server.records.history import painting_of
from server.records.schemas import RunOut
from server.site.fields import RowId, Share
from server.site.files import uploaded
from server.site.owned import painter
from server.work import desk

from . import bench, choice, services
from . import tray as on_tray
from .bench_schemas import (
    ColourIn,
    ColourOut,
    ColourWords,
    CorrectionsOut,
    FilmIn,
    FilmOut,
    LeftIn,
    PalettePhotoOut,
    PileIn,
    PileStateIn,
    RecipeOut,
    RecipesIn,
    RecipesOut,
    StringIn,
    StringStepOut,
    SubstitutesOut,
    TrayIn,
    TrayOut,
    UseOut,
    WeightOut,
)
from .schemas import (
    AppearanceOut,
    BorrowIn,
    MixesIn,
    MixesOut,
    OwnRecipeIn,
    PaletteChoiceIn,
    PaletteKeysIn,
    PaletteReportOut,
    PilesIn,
    PileTradeOffOut,
    SliceIn,
    SliceOut,
)

router = Router()


@router.get("/bench/words", response=ColourWords)
def words(request: HttpRequest) -> ColourWords:
    """The words by which a colour can be told."""
    return bench.words()


@router.post("/bench/colour", response=ColourOut)
def colour(request: HttpRequest, payload: ColourIn) -> ColourOut:
    """A colour as it was typed."""
    return bench.read_typed(payload)


@router.post("/bench/photo-colour", response=ColourOut)
def photo_colour(
    request: HttpRequest,
    photo: Annotated[UploadedFile, File()],
    card_x: Annotated[Share, Form()],
    card_y: Annotated[Share, Form()],
    patch_x: Annotated[Share, Form()],
    patch_y: Annotated[Share, Form()],
) -> ColourOut:
    """The colour of a pile photographed beside a grey card; both places as shares of width and height."""
    return on_tray.read_photo(uploaded(photo), (card_x, card_y), (patch_x, patch_y))


@router.post("/bench/palette-photo", response=PalettePhotoOut)
def palette_photo(
    request: HttpRequest,
    photo: Annotated[UploadedFile, File()],
    card_x: Annotated[Share, Form()],
    card_y: Annotated[Share, Form()],
    painting: Annotated[RowId | None, Form()] = None,
    wet: Annotated[bool, Form()] = True,
) -> PalettePhotoOut:
    """Every pile in a photo of the palette, and the mix of the painting that each comes nearest to."""
    return on_tray.piles_in_photo(painter(request), uploaded(photo), (card_x, card_y), painting, wet=wet)


@router.post("/bench/tray", response=TrayOut)
def tray(request: HttpRequest, payload: TrayIn) -> TrayOut:
    """The tray as it lies, and the pile on it dose by dose."""
    return on_tray.tray(painter(request), payload)


@router.post("/bench/recipes", response=RecipesOut)
def recipes(request: HttpRequest, payload: RecipesIn) -> RecipesOut:
    """The best recipes for a target."""
    return bench.recipes(painter(request), payload)


@router.post("/bench/pile", response=RecipeOut)
def pile(request: HttpRequest, payload: PileIn) -> RecipeOut:
    """What a pile of dabs looks like."""
    return on_tray.predict(painter(request), payload)


@router.post("/bench/film", response=FilmOut)
def film(request: HttpRequest, given: FilmIn) -> FilmOut:
    """A mix laid in films over several grounds, one to five coats."""
    return bench.film(painter(request), given)


@router.post("/bench/string", response=list[StringStepOut])
def string(request: HttpRequest, payload: StringIn) -> list[StringStepOut]:
    """A string of mixes."""
    return bench.string(painter(request), payload)


@router.post("/bench/corrections", response=CorrectionsOut)
def corrections(request: HttpRequest, payload: PileStateIn) -> CorrectionsOut:
    """What to add to a pile that came out wrong."""
    return on_tray.corrections(painter(request), payload)


@router.post("/bench/colorimeter", response=ColourOut)
def colorimeter(request: HttpRequest, payload: PileIn) -> ColourOut:
    """The pile as the simulated colorimeter reads it."""
    return on_tray.colorimeter(painter(request), payload)


@router.post("/bench/scale", response=WeightOut)
def scale(request: HttpRequest, payload: PileIn) -> WeightOut:
    """The pile on the simulated scale."""
    return on_tray.scale(painter(request), payload)


@router.post("/bench/left", response=list[UseOut])
def left(request: HttpRequest, payload: LeftIn) -> list[UseOut]:
    """What a pile that is left can still become."""
    return on_tray.uses_for(painter(request), payload)


@router.get("/bench/substitutes/{key}", response=SubstitutesOut)
def substitutes(request: HttpRequest, key: str) -> SubstitutesOut:
    """What stands for a paint that is not on the shelf."""
    return bench.substitutes_for(painter(request), key)


@router.get("/{painting_id}", response=MixesOut)
def mixes(request: HttpRequest, painting_id: int) -> MixesOut:
    """The painting's palette and mixes."""
    return services.out(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}", response=MixesOut)
def change(request: HttpRequest, painting_id: int, payload: MixesIn) -> MixesOut:
    """Set how many tubes the next plan may use."""
    return services.out(services.change_tubes(painter(request), painting_id, payload.tubes))


@router.get("/{painting_id}/piles", response=PileTradeOffOut)
def piles(request: HttpRequest, painting_id: int) -> PileTradeOffOut:
    """What fewer piles cost."""
    return services.trade_off_out(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}/piles", response=MixesOut)
def change_piles(request: HttpRequest, painting_id: int, payload: PilesIn) -> MixesOut:
    """Set how many piles the next plan may have."""
    return services.out(services.change_piles(painter(request), painting_id, payload.piles))


@router.put("/{painting_id}/palette", response=MixesOut)
def choose(request: HttpRequest, painting_id: int, payload: PaletteKeysIn) -> MixesOut:
    """Set the palette by hand, or let the next plan find it."""
    return services.out(services.choose(painter(request), painting_id, payload.keys))


@router.get("/{painting_id}/palette/suggestion", response=RunOut | None)
def suggestion(request: HttpRequest, painting_id: int) -> RunOut | None:
    """The newest search for a palette; its result are the `keys` it found."""
    found = runs.latest(painting_of(painter(request), painting_id), "palette")
    return None if found is None else runs.out(found)


@router.post("/{painting_id}/palette/suggestion", response={202: RunOut})
def suggest(request: HttpRequest, painting_id: int, payload: PaletteChoiceIn) -> Status[RunOut]:
    """Look for the best so many tubes for the picture, in the background."""
    run = choice.begin(painter(request), painting_id, payload)
    return Status(202, runs.out(tasks.enqueue(run)))


@router.post("/{painting_id}/palette/report", response=PaletteReportOut)
def judge(request: HttpRequest, painting_id: int, payload: PaletteKeysIn) -> PaletteReportOut:
    """A palette judged for the picture."""
    return choice.judged(painter(request), painting_id, payload.keys or [])


@router.post("/{painting_id}/palette/slice", response=SliceOut)
def cut(request: HttpRequest, painting_id: int, payload: SliceIn) -> SliceOut:
    """The reach of a palette at a value."""
    return choice.cut(painter(request), painting_id, payload)


@router.put("/{painting_id}/recipes/{mix_id}", response=MixesOut)
def keep(request: HttpRequest, painting_id: int, mix_id: str, payload: OwnRecipeIn) -> MixesOut:
    """Keep the painter's own recipe for a mix."""
    return services.out(services.keep_recipe(painter(request), painting_id, mix_id, payload.parts))


@router.post("/{painting_id}/appearance", response=AppearanceOut)
def appearance(request: HttpRequest, painting_id: int) -> AppearanceOut:
    """What the plan looks like in its dry colours, beside the photo."""
    return choice.appearance(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}/borrow", response=MixesOut)
def change_borrowing(request: HttpRequest, painting_id: int, payload: BorrowIn) -> MixesOut:
    """Set how much of the colour around them shadows take in the next plan."""
    return services.out(services.change_borrowing(painter(request), painting_id, payload.share))
