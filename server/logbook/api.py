"""HTTP of the logbook."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Path, Query, Router, Status
from ninja.files import UploadedFile

from server.site.files import PaperSize, to_save, uploaded
from server.site.owned import painter

from . import diaries, pages, services, swatches
from .gathering import gather as gather_log
from .schemas import (
    BehindOut,
    By,
    ComparedOut,
    DiaryOut,
    EstimateIn,
    EstimateOut,
    GatheredOut,
    LearnedAllOut,
    LeaveOutIn,
    LineIn,
    NewPageIn,
    NewSwatchIn,
    PageIn,
    PageOut,
    PagesOut,
    PlanEffectOut,
    RateIn,
    ResetIn,
    SwatchesOut,
    SwatchIn,
    SwatchOut,
    TeachesIn,
    TeachingOut,
    TubesLearnedOut,
    UseIn,
    WantedIn,
    What,
)

router = Router()

ZoneName = Annotated[str, Query(max_length=60)]
Words = Annotated[str, Query(max_length=120)]
RefAsked = Annotated[str, Query(pattern=r"^[pe]\d{1,15}$")]
Ref = Annotated[str, Path(pattern=r"^[pe]\d{1,15}$")]
PageNumber = Annotated[int, Query(ge=1, le=10_000)]


@router.post("/gather", response=GatheredOut)
def gather(request: HttpRequest) -> GatheredOut:
    """Gather what the easel and the checks told since; asked again until nothing is left."""
    return gather_log(painter(request))


@router.get("/learned", response=LearnedAllOut)
def learned(request: HttpRequest) -> LearnedAllOut:
    """What was learned about the painter, with what plans are made with now."""
    return services.learned_out(painter(request))


@router.get("/learned/{what}", response=BehindOut)
def behind(request: HttpRequest, what: What, of: Words = "", by: By = "", page: PageNumber = 1) -> BehindOut:
    """The observations behind a factor, the newest first."""
    return services.behind(painter(request), what, of, by, page)


@router.put("/left-out", response=LearnedAllOut)
def left_out(request: HttpRequest, given: LeaveOutIn) -> LearnedAllOut:
    """Leave an observation out of learning, or take it in again."""
    return services.change_left_out(painter(request), given.id, out=given.out)


@router.put("/anew", response=LearnedAllOut)
def anew(request: HttpRequest, given: ResetIn) -> LearnedAllOut:
    """Learn a factor anew from now on, or from all there is again."""
    return services.reset(painter(request), given.what, anew=given.anew)


@router.put("/use", response=LearnedAllOut)
def use(request: HttpRequest, given: UseIn) -> LearnedAllOut:
    """Plan with what was learned, or with the usual factors again."""
    return services.use(painter(request), learned=given.learned)


@router.get("/effects", response=list[PlanEffectOut])
def effects(request: HttpRequest) -> list[PlanEffectOut]:
    """What taking up what was learned does to the plans that are up to date."""
    return services.effects(painter(request))


@router.get("/teaching", response=list[TeachingOut])
def teaching(request: HttpRequest) -> list[TeachingOut]:
    """Paintings that the log was gathered from, and whether they teach."""
    return services.teaching(painter(request))


@router.put("/teaching/{number}", response=list[TeachingOut])
def let_teach(request: HttpRequest, number: int, given: TeachesIn) -> list[TeachingOut]:
    """Let a painting's lessons stay or go."""
    return services.let_teach(painter(request), number, teaches=given.teaches)


@router.get("/log.jsonl", response=None)
def log(request: HttpRequest) -> HttpResponse:
    """All observations, one a line."""
    return to_save(services.log_lines(painter(request)), "application/jsonl", "log.jsonl")


@router.get("/diaries/{painting_id}", response=DiaryOut)
def diary(request: HttpRequest, painting_id: int, *, whole: bool = False) -> DiaryOut:
    """What was done in each sitting, and hours by pass."""
    return diaries.out(painter(request), painting_id, whole=whole)


@router.post("/diaries/{painting_id}/lines", response={201: DiaryOut})
def write_line(request: HttpRequest, painting_id: int, given: LineIn) -> Status[DiaryOut]:
    """Write a line into the diary."""
    return Status(201, diaries.write(painter(request), painting_id, given))


@router.post("/diaries/{painting_id}/photos", response={201: DiaryOut})
def photo_line(
    request: HttpRequest,
    painting_id: int,
    photo: Annotated[UploadedFile, File()],
    line: Annotated[int | None, Query(ge=0, le=10**15)] = None,
) -> Status[DiaryOut]:
    """Put a photo into the diary, on a line of its own or to one that is there."""
    return Status(201, diaries.add_photo(painter(request), painting_id, line, uploaded(photo)))


@router.put("/diaries/{painting_id}/lines/{line_id}", response=DiaryOut)
def change_line(request: HttpRequest, painting_id: int, line_id: int, given: LineIn) -> DiaryOut:
    """Change a line of the diary."""
    return diaries.change(painter(request), painting_id, line_id, given)


@router.delete("/diaries/{painting_id}/lines/{line_id}", response=DiaryOut)
def take_line_out(request: HttpRequest, painting_id: int, line_id: int) -> DiaryOut:
    """Take a line out of the diary."""
    return diaries.take_out(painter(request), painting_id, line_id)


@router.post("/diaries/{painting_id}/lines/{line_id}/back", response=DiaryOut)
def put_line_back(request: HttpRequest, painting_id: int, line_id: int) -> DiaryOut:
    """Put a line back into the diary."""
    return diaries.take_out(painter(request), painting_id, line_id, back=True)


@router.get("/diaries/{painting_id}/diary.md", response=None)
def diary_file(request: HttpRequest, painting_id: int, zone: ZoneName = "UTC") -> HttpResponse:
    """The diary as Markdown, with times of a zone."""
    text = diaries.markdown(painter(request), painting_id, zone)
    return to_save(text.encode(), "text/markdown; charset=utf-8", "diary.md")


@router.get("/diaries/{painting_id}/diary.zip", response=None)
def diary_with_pictures(request: HttpRequest, painting_id: int, zone: ZoneName = "UTC") -> HttpResponse:
    """The diary as Markdown with its pictures, as a zip."""
    return to_save(diaries.with_pictures(painter(request), painting_id, zone), "application/zip", "diary.zip")


@router.get("/diaries/{painting_id}/diary.pdf", response=None)
def diary_print(
    request: HttpRequest, painting_id: int, zone: ZoneName = "UTC", paper: PaperSize = "A4"
) -> HttpResponse:
    """The diary to print, with its photos."""
    return to_save(diaries.pdf(painter(request), painting_id, zone, paper), "application/pdf", "diary.pdf")


@router.get("/diaries/{painting_id}/entries.csv", response=None)
def entries_file(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Every entry as CSV."""
    text = diaries.entries(painter(request), painting_id, as_lines=False)
    return to_save(text.encode(), "text/csv; charset=utf-8", "entries.csv")


@router.get("/diaries/{painting_id}/entries.jsonl", response=None)
def entry_lines(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Every entry as JSON, a line each."""
    text = diaries.entries(painter(request), painting_id, as_lines=True)
    return to_save(text.encode(), "application/jsonl", "entries.jsonl")


@router.get("/diaries/{painting_id}/hours.csv", response=None)
def hours_file(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Hours by pass as CSV."""
    return to_save(diaries.hours(painter(request), painting_id).encode(), "text/csv; charset=utf-8", "hours.csv")


@router.get("/pages", response=PagesOut)
def all_pages(request: HttpRequest, asked: Query[WantedIn]) -> PagesOut:
    """Paintings of the logbook that are wanted."""
    return pages.listed(painter(request), asked)


@router.post("/pages", response={201: PageOut})
def enter(request: HttpRequest, given: NewPageIn) -> Status[PageOut]:
    """Enter a painting from before the application."""
    return Status(201, pages.add(painter(request), given))


@router.get("/pages/compare", response=ComparedOut)
def compare(request: HttpRequest, first: RefAsked, second: RefAsked) -> ComparedOut:
    """Two paintings side by side."""
    return pages.compared(painter(request), first, second)


@router.post("/pages/estimate", response=EstimateOut)
def estimate(request: HttpRequest, given: EstimateIn) -> EstimateOut:
    """What a painting to come takes, from what was painted."""
    return pages.estimate(painter(request), given)


@router.put("/pages/rate", response=RateIn)
def keep_rate(request: HttpRequest, given: RateIn) -> RateIn:
    """Keep what an hour of the painter costs."""
    return pages.keep_rate(painter(request), given)


@router.get("/pages/{ref}", response=PageOut)
def page(request: HttpRequest, ref: Ref) -> PageOut:
    """One painting of the logbook."""
    return pages.out(painter(request), ref)


@router.put("/pages/{ref}", response=PageOut)
def change_page(request: HttpRequest, ref: Ref, given: PageIn) -> PageOut:
    """Keep what the painter says of a painting."""
    return pages.change(painter(request), ref, given)


@router.delete("/pages/{ref}", response={204: None})
def take_page_out(request: HttpRequest, ref: Ref) -> Status[None]:
    """Take a painting from before the application out of the logbook."""
    pages.take_out(painter(request), ref)
    return Status(204, None)


@router.post("/pages/{ref}/back", response=PageOut)
def put_page_back(request: HttpRequest, ref: Ref) -> PageOut:
    """Put it back."""
    pages.take_out(painter(request), ref, back=True)
    return pages.out(painter(request), ref)


@router.post("/pages/{ref}/photo", response=PageOut)
def page_photo(request: HttpRequest, ref: Ref, photo: Annotated[UploadedFile, File()]) -> PageOut:
    """The photo of a painting from before the application."""
    return pages.put_photo(painter(request), ref, uploaded(photo))


@router.get("/pages/{ref}/sheet.pdf", response=None)
def sheet(request: HttpRequest, ref: Ref, paper: PaperSize = "A4") -> HttpResponse:
    """The sheet for the buyer or the family."""
    return to_save(pages.hand_over(painter(request), ref, paper), "application/pdf", "painting.pdf")


@router.get("/swatches", response=SwatchesOut)
def book(request: HttpRequest, near: Words = "") -> SwatchesOut:
    """The swatch book by colour; with a colour (CIELAB or #rrggbb) what was mixed near it."""
    owner = painter(request)
    return swatches.near_typed(owner, near) if near else swatches.book(owner)


@router.post("/swatches", response={201: SwatchOut})
def keep_swatch(request: HttpRequest, given: NewSwatchIn) -> Status[SwatchOut]:
    """Put a pile into the book that was mixed beside the plans."""
    return Status(201, swatches.keep(painter(request), given))


@router.get("/swatches/tubes", response=TubesLearnedOut)
def tubes_learned(request: HttpRequest) -> TubesLearnedOut:
    """What piles that were read when dry say of the tubes."""
    return swatches.tubes_learned(painter(request))


@router.post("/swatches/tubes", response=TubesLearnedOut)
def calibrate(request: HttpRequest) -> TubesLearnedOut:
    """Let predictions go by it."""
    return swatches.calibrate(painter(request))


@router.put("/swatches/{swatch_id}", response=SwatchOut)
def change_swatch(request: HttpRequest, swatch_id: int, given: SwatchIn) -> SwatchOut:
    """Keep how a dry swatch came out, or a note to it."""
    return swatches.change(painter(request), swatch_id, given)


@router.post("/swatches/{swatch_id}/colorimeter", response=SwatchOut)
def read_swatch(request: HttpRequest, swatch_id: int, *, wet: bool = False) -> SwatchOut:
    """The swatch as the simulated colorimeter reads it, dry or still wet."""
    return swatches.read_instrument(painter(request), swatch_id, wet=wet)


@router.delete("/swatches/{swatch_id}", response={204: None})
def take_swatch_out(request: HttpRequest, swatch_id: int) -> Status[None]:
    """Take a pile out of the book."""
    swatches.take_out(painter(request), swatch_id)
    return Status(204, None)


@router.post("/swatches/{swatch_id}/back", response={204: None})
def put_swatch_back(request: HttpRequest, swatch_id: int) -> Status[None]:
    """Put it back."""
    swatches.take_out(painter(request), swatch_id, back=True)
    return Status(204, None)
