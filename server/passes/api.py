"""HTTP of the pass plan, its computation and its files."""

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from server.site.files import PaperSize, to_save
from server.site.owned import painter
from server.site.problems import PROBLEMS
from server.subject.services import painting_of

from . import services, tasks
from .schemas import BenchOut, PassesOut, RunOut

router = Router()


@router.get("/benches", response={200: list[BenchOut], **PROBLEMS})
def benches(request: HttpRequest) -> list[BenchOut]:
    """How far every painting is."""
    return services.benches_of(painter(request))


@router.post("/runs/{run_id}/cancel", response={200: RunOut, **PROBLEMS})
def cancel(request: HttpRequest, run_id: int) -> RunOut:
    """Stop a computation."""
    return services.run_out(services.cancel_run(painter(request), run_id))


@router.get("/{painting_id}", response={200: PassesOut, **PROBLEMS})
def passes(request: HttpRequest, painting_id: int) -> PassesOut:
    """The painting's pass plan."""
    return services.out(painting_of(painter(request), painting_id))


@router.get("/{painting_id}/bench", response={200: BenchOut, **PROBLEMS})
def bench(request: HttpRequest, painting_id: int) -> BenchOut:
    """How far the painting is, and the newest computation."""
    return services.bench_out(painting_of(painter(request), painting_id))


@router.post("/{painting_id}/plan", response={202: RunOut, **PROBLEMS})
def plan(request: HttpRequest, painting_id: int) -> Status[RunOut]:
    """Bring everything up to date, in the background."""
    run = services.begin_run(painter(request), painting_id)
    tasks.plan_painting.enqueue(run.pk)
    run.refresh_from_db()
    return Status(202, services.run_out(run))


@router.get("/{painting_id}/files/{name}", response={200: None, **PROBLEMS})
def file(request: HttpRequest, painting_id: int, name: services.FileName, paper: PaperSize = "A4") -> HttpResponse:
    """One of the plan's files, to be saved."""
    content = services.file_of(painter(request), painting_id, name, paper)
    return to_save(content, services.FILE_TYPES[name], name)
