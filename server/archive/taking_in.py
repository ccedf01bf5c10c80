"""Taking an archive in: what is whole becomes the owner's, what is there already stays as it is, the rest is told.

Every painting is taken in whole or not at all. Whatever an archive says is read as today's code reads it before a row is kept, so
that nothing damaged is found only when it is opened.
"""

import io
import json
import uuid
from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from functools import partial
from typing import Any

from django.db import models, transaction
from PIL import Image
from pydantic import ValidationError as BadShape

from server.checks.models import CheckRow
from server.checks.schemas import AskedIn, Told
from server.logbook.models import Fact, Gathered, Line, Page, Swatch
from server.logbook.schemas import HandedData
from server.materials.models import CalibrationRow, PaletteRow, SupplyRow, TubeRow
from server.practice.models import PracticeAnswer
from server.records import pictures
from server.records.history import shelf_change, shelf_renewed
from server.records.models import Change, Habits, Painting, Result
from server.sharing.models import Remark
from server.sittings.models import ActRow, TakenList
from ypsochrom.checks.report import Report
from ypsochrom.formats.exchange.archive import Archive
from ypsochrom.kit import codec
from ypsochrom.kit.codec import Json, Migration, OldDocument
from ypsochrom.kit.errors import YpsochromError
from ypsochrom.kit.progress import Progress
from ypsochrom.paint.catalogue import is_known
from ypsochrom.passes.factors import Factors
from ypsochrom.sittings.easel.acts import Act
from ypsochrom.sittings.easel.worklist import WorkList
from ypsochrom.sky.air import Climate
from ypsochrom.work import brief as briefs

from .collecting import VERSIONS
from .rows import Damaged, created, made, written
from .schemas import LoadedOut, NotLoadedOut

MIGRATIONS: Mapping[str, Mapping[int, Migration]] = {kind: {} for kind in VERSIONS}
"""From every released version of a kind of document to the next."""

_COPY = ", copy"
_LONGEST_TITLE = 120


@dataclass
class Taking:
    """An archive that is being taken in for an owner; with `copies` paintings that are there already are taken in once more."""

    owner: Any
    archive: Archive
    copies: bool
    report: LoadedOut = field(default_factory=LoadedOut)
    _pictures: dict[str, bool] = field(default_factory=dict)

    def all(self, progress: Progress) -> LoadedOut:
        """Take in all that is whole; what is done stays when it is stopped half-way."""
        names = self.archive.names
        for place, name in enumerate(names):
            progress(place / max(len(names), 1), f"loading {place + 1} of {len(names)}")
            self._document(name)
        for fault in self.archive.faults:
            self._lost(fault.path, fault.why)
        return self.report

    def _document(self, name: str) -> None:
        take: dict[str, Callable[[Any], None]] = {
            "painting": self._painting,
            "shelf": self._shelf,
            "logbook": self._logbook,
            "practice": self._practice,
        }
        document = self.archive.document(name)
        if document is None:
            return
        if document.kind not in take:
            self._lost(name, "of a kind that this application does not know")
            return
        try:
            stored = codec.stored(document.body, document.kind, document.version)
            body = codec.body_of(stored, document.kind, VERSIONS[document.kind], MIGRATIONS[document.kind])
            take[document.kind](body)
        except OldDocument:
            self._lost(name, "of another version of the application, or damaged")
        except (Damaged, BadShape, YpsochromError, KeyError, TypeError, ValueError, AttributeError) as problem:
            self._lost(name, f"damaged: {str(problem).splitlines()[0][:160]}" if str(problem) else "damaged")

    def _lost(self, what: str, why: str) -> None:
        self.report.lost.append(NotLoadedOut(what=what[:200], why=why))

    # pictures ---------------------------------------------------------------------------------------------------------

    def _has(self, names: Iterable[str]) -> bool:
        """Whether all these pictures are the owner's now; those that were not yet are taken in."""
        return not [name for name in names if not self._picture(name)]

    def _picture(self, name: str) -> bool:
        if name not in self._pictures:
            self._pictures[name] = self._kept(name)
        return self._pictures[name]

    def _kept(self, name: str) -> bool:
        if pictures.is_of(self.owner, name):
            return True
        content = self.archive.picture(name)
        if content is None:
            return False
        if not _is_picture(content, name):
            self._lost(f"pictures/{name}", "no picture")
            return False
        pictures.store(self.owner, content, name.rpartition(".")[2])
        return True

    def _if_there(self, name: str) -> str:
        """A picture's name, or none where it cannot be had."""
        return name if name and self._picture(name) else ""

    # a painting -------------------------------------------------------------------------------------------------------

    def _painting(self, body: Json) -> None:
        uid = uuid.UUID(str(body["uid"]))
        title = str(body["title"])
        if Painting.objects.of(self.owner).filter(uid=uid).exists():
            if not self.copies:
                self.report.there.append(title)
                return
            uid, title = uuid.uuid4(), f"{title[: _LONGEST_TITLE - len(_COPY)]}{_COPY}"
        briefs.read(body["brief"])
        if not self._has(pictures.mentioned(body["brief"])):
            self._lost(f"the painting “{title}”", "its photo is missing or damaged")
            return
        row = made(Painting, body, owner=self.owner, uid=uid, title=title, removed=None)
        row.pictures = pictures.mentioned(row.brief)
        rows = self._rows_of(row, body)
        with transaction.atomic():
            created([row], "created", "changed")
            for kind in rows:
                created(kind, *_TIMES.get(type(kind[0]), ()))
            self._numbered(row, body)
        self.report.taken.append(title)

    def _rows_of(self, row: Painting, body: Json) -> list[list[Any]]:
        """Everything that hangs on a painting, read and checked; what cannot be read is left out and told."""
        of = {"owner": self.owner, "painting": row}
        whose = f"of “{row.title}”"
        found = [
            self._each(body.get("results"), f"a result {whose}", partial(self._result, of), quiet=True),
            self._history(body, row, of),
            self._each(body.get("lists"), f"a work list {whose}", partial(self._list, of)),
            self._each(body.get("acts"), f"an act at the easel {whose}", partial(self._act, of)),
            self._each(body.get("checks"), f"a check {whose}", partial(self._check, of)),
            self._each([body["page"]] if body.get("page") else [], f"the page {whose}", partial(self._page, of)),
            self._each(body.get("remarks"), f"a remark {whose}", partial(self._remark, of)),
            self._each(body.get("lines"), f"a line of the diary {whose}", partial(self._line, of)),
        ]
        return [rows for rows in found if rows]

    def _each(self, given: Json, what: str, read: Callable[[Json], Any], *, quiet: bool = False) -> list[Any]:
        """Rows out of a list; one that cannot be read is told, unless it is made anew anyway (`quiet`)."""
        found = []
        for one in given if isinstance(given, list) else []:
            try:
                row = read(one)
            except (Damaged, OldDocument, BadShape, YpsochromError, KeyError, TypeError, ValueError, AttributeError):
                row = None
            if row is not None:
                found.append(row)
            elif not quiet:
                self._lost(what, "damaged")
        return found

    def _result(self, of: dict[str, Any], given: Json) -> Result | None:
        row = made(Result, {**given, "body": json.dumps(given["body"])}, **of)
        row.pictures = pictures.mentioned(given["body"])
        return row if self._has(row.pictures) else None

    def _history(self, body: Json, painting: Painting, of: dict[str, Any]) -> list[Change]:
        """Changes that can be undone; from the newest that cannot be read on all older ones go, since they hang on it."""
        found: list[Change] = []
        for given in reversed(body.get("history") or []):
            try:
                row = made(Change, given, **of)
                for side in (row.before, row.after):
                    briefs.read({**painting.brief, "body": {**painting.brief["body"], **side["brief"]}})
            except (Damaged, OldDocument, KeyError, TypeError, ValueError, AttributeError):
                break
            row.pictures = pictures.mentioned([row.before, row.after])
            if not self._has(row.pictures):
                break
            found.append(row)
        return found[::-1]

    def _list(self, of: dict[str, Any], given: Json) -> TakenList:
        row = made(TakenList, given, **of)
        codec.read(json.loads(row.body), WorkList)
        codec.read(row.climate, Climate)
        row.pictures = [name for name in pictures.mentioned([row.shown, json.loads(row.body)]) if self._picture(name)]
        return row

    def _act(self, of: dict[str, Any], given: Json) -> ActRow:
        row = made(ActRow, given, **of)
        codec.read({**row.body, "id": row.key, "at": row.at.isoformat()}, Act)
        row.photo = self._if_there(row.photo)
        return row

    def _check(self, of: dict[str, Any], given: Json) -> CheckRow | None:
        row = made(CheckRow, given, **of)
        AskedIn.model_validate(row.asked)
        Told.model_validate(row.told)
        if row.report is not None:
            codec.read(row.report, Report)
        if not self._has([row.photo]):
            return None
        row.second, row.flat, row.planned = (self._if_there(one) for one in (row.second, row.flat, row.planned))
        return row

    def _page(self, of: dict[str, Any], given: Json) -> Page:
        row = made(Page, given, **of)
        HandedData.model_validate(row.handed)
        _words(row.tags)
        row.palette = [key for key in _words(row.palette) if is_known(key)]
        row.photo = self._if_there(row.photo)
        return row

    def _line(self, of: dict[str, Any], given: Json) -> Line:
        row = made(Line, given, **of)
        row.photo = self._if_there(row.photo)
        return row

    def _remark(self, of: dict[str, Any], given: Json) -> Remark:
        """A remark; who said it is known by name only, unless it was the painter."""
        row = made(Remark, given, **of)
        if row.said_by == self.owner.get_username():
            row.author, row.said_by = self.owner, ""
        return row

    def _swatch(self, of: dict[str, Any], given: Json) -> Swatch:
        row = made(Swatch, given, owner=self.owner, **of)
        for lab in (row.planned, row.wet, row.came_out):
            if lab is not None and (len(lab) != 3 or not all(isinstance(one, int | float) for one in lab)):
                raise Damaged("no colour")
        if not row.parts or not all(is_known(key) and float(ml) >= 0 for key, ml in row.parts.items()):
            raise Damaged("no pile")
        return row

    def _numbered(self, painting: Painting, body: Json) -> None:
        """What says the number of its painting or check: piles, and observations that were left out; they get the new one."""
        known = set(Swatch.objects.of(self.owner).values_list("key", flat=True))
        whose = f"a pile of “{painting.title}”"
        piles = self._each(body.get("swatches"), whose, partial(self._swatch, {"painting": painting}))
        for row in piles:
            row.key = f"{painting.pk}{row.key}" if row.key.startswith("/") else row.key
            row.title = painting.title
        created([row for row in piles if row.key not in known])
        if body.get("teaches") is False:
            Gathered.objects.create(owner=self.owner, painting=painting, title=painting.title, key="", teaches=False)
        checks = list(CheckRow.with_removed.filter(painting=painting).order_by("taken", "id"))
        numbers = {f"check-{place}": f"check-{row.pk}" for place, row in enumerate(checks, start=1)}
        left_out = []
        for one in _words(body.get("left_out") or []):
            first, slash, last = one.partition("/")
            left_out.append(f"{painting.pk}/{numbers.get(first, first)}{slash}{last}")
        if left_out:
            habits, _ = Habits.objects.get_or_create(owner=self.owner)
            habits.left_out = sorted({*map(str, habits.left_out), *left_out})
            habits.save()

    # a studio ---------------------------------------------------------------------------------------------------------

    def _shelf(self, body: Json) -> None:
        """Tubes, what stands beside them and palettes, as one change that the shelf can undo; what is there is not doubled."""
        with shelf_change(self.owner, "Loaded a shelf from an archive"):
            there = Counter(_known(row) for row in TubeRow.objects.of(self.owner))
            tubes = 0
            for given in body.get("tubes") or []:
                tube = self._tube(given)
                if tube is None:
                    self._lost("a tube", "damaged")
                elif there[_known(tube)] > 0:
                    there[_known(tube)] -= 1  # two alike are two
                else:
                    created([tube])
                    made_ = partial(made, CalibrationRow, owner=self.owner, tube=tube)
                    created(self._each(given.get("calibrations"), f"a calibration of {tube.key}", made_), "made")
                    tubes += 1
            supplies = self._new(SupplyRow, body.get("supplies"), "a supply")
            palettes = self._new(PaletteRow, body.get("palettes"), "a palette")
        counted = (("tube", tubes), ("supply", supplies), ("palette", palettes))
        self.report.also += [_counted(word, count) for word, count in counted if count]

    def _tube(self, given: Json) -> TubeRow | None:
        try:
            row = made(TubeRow, given, owner=self.owner)
        except Damaged:
            return None
        return row if is_known(row.key) and 0 <= row.left_ml <= row.volume_ml else None

    def _new(self, model: type[Any], given: Json, what: str, *times: str) -> int:
        """Rows that are not there yet, by all that they say; how many those are."""
        there = {_known(row) for row in model.objects.of(self.owner)}
        rows = [
            row for row in self._each(given, what, partial(made, model, owner=self.owner)) if _known(row) not in there
        ]
        created(rows, *times)
        return len(rows)

    @transaction.atomic
    def _logbook(self, body: Json) -> None:
        earlier = self._each(
            body.get("earlier"), "a painting from before", partial(self._page, {"owner": self.owner, "painting": None})
        )
        there = set(Page.objects.of(self.owner).filter(painting=None).values_list("created", flat=True))
        fresh = [one for one in earlier if one.created not in there]  # title and all else may have been changed since
        created(fresh, "created")
        known = set(Swatch.objects.of(self.owner).values_list("key", flat=True))
        piles = self._each(body.get("swatches"), "a pile", partial(self._swatch, {"painting": None}))
        for row in piles:
            row.key = _of_nobody(row.key)
        loose = [row for row in piles if row.key not in known]
        created(loose)
        lessons = sum(self._lesson(one) for one in body.get("lessons") or [])
        self._habits(body.get("habits"))
        counted = (("painting from before", len(fresh)), ("pile of no painting", len(loose)), ("lesson", lessons))
        self.report.also += [_counted(word, count) for word, count in counted if count]

    def _lesson(self, given: Json) -> int:
        """What a painting taught that is gone."""
        row = made(Gathered, given, owner=self.owner, painting=None)
        facts = self._each(given.get("facts"), f"a fact of “{row.title}”", partial(made, Fact, owner=self.owner))
        same = Gathered.objects.of(self.owner).filter(painting=None, title=row.title, key=row.key)
        if not facts or same.exists():
            return 0
        created([row])
        for fact in facts:
            fact.gathered = row
        Fact.objects.bulk_create(facts, ignore_conflicts=True)
        return 1

    def _habits(self, given: Json) -> None:
        """What is planned with: only where the owner has learned nothing of their own yet; what is left out is added."""
        if given is None:
            return
        told = made(Habits, given, owner=self.owner)
        if told.factors is not None:
            codec.read(told.factors, Factors)
        habits, is_new = Habits.objects.get_or_create(owner=self.owner)
        if is_new or habits.factors is None:
            habits.factors, habits.anew_since = told.factors, told.anew_since
        if habits.rate is None:
            habits.rate, habits.share = told.rate, told.share
        habits.left_out = sorted({*map(str, habits.left_out), *_words(told.left_out)})
        habits.save()
        shelf_renewed(self.owner)

    def _practice(self, body: Json) -> None:
        with transaction.atomic():
            count = self._new(PracticeAnswer, body.get("answers"), "an answer", "at")
        if count:
            self.report.also.append(_counted("answer of practice", count))


_TIMES: dict[type[models.Model], tuple[str, ...]] = {
    Change: ("at",),
    TakenList: ("taken",),
    ActRow: ("received",),
    Page: ("created",),
    Remark: ("at",),
}


def _known(row: models.Model) -> str:
    """All that a row says, to know it again."""
    return json.dumps(written(row), sort_keys=True)


def _of_nobody(key: str) -> str:
    """The key of a pile whose painting is gone: its number may be another painting's here."""
    number, _, rest = key.partition("/")
    return f"gone-{number}/{rest}" if number.isdigit() else key


def _words(given: Json) -> list[str]:
    if not isinstance(given, list) or not all(isinstance(one, str) for one in given):
        raise Damaged("no list of words")
    return given


_PLURALS = {
    "supply": "supplies",
    "pile of no painting": "piles of no painting",
    "painting from before": "paintings from before",
    "answer of practice": "answers of practice",
}


def _counted(word: str, count: int) -> str:
    return f"1 {word}" if count == 1 else f"{count} {_PLURALS.get(word, f'{word}s')}"


def _is_picture(content: bytes, name: str) -> bool:
    """Whether a file is a picture of the kind that its name says."""
    try:
        with Image.open(io.BytesIO(content)) as picture:
            kind = {"PNG": "png", "JPEG": "jpg"}.get(picture.format or "")
            picture.verify()
    except Exception:  # whatever a broken picture brings forth
        return False
    return kind == name.rpartition(".")[2]
