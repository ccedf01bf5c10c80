"""`ypsochrom plan | batch | values | mix | match | film | dry | schedule | light`: work and checks on the same core as the web
application.

The contract is public and versioned (docs/plan-schema). Bad input gives one line on standard error and exit status 2.
"""

import argparse
import gc
import json
import re
import sys
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from types import ModuleType
from typing import Any, NoReturn

from ..kit.errors import BadLog, BadPicture, BadSetting, BadShelf, YpsochromError

SCHOOL_KEYS = (
    "direct", "glazes", "monochrome", "coloured", "on-site", "sections", "background-first", "light-first", "grey-accent",
)  # fmt: skip
"""Written here so that the help does not load the planner; a test compares them."""


class _Parser(argparse.ArgumentParser):
    def error(self, message: str) -> NoReturn:
        self.exit(2, f"ypsochrom: {message}. Run 'ypsochrom --help' for the commands.\n")


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit status is 0, 2 when the input cannot be used, or 1 when some of a batch could not."""
    if arguments is None:
        gc.disable()  # a process of its own lives for seconds, and looking for circles costs a twentieth of them
        sys.setswitchinterval(0.001)  # what is done aside is mostly outside Python: it is not to wait to come back
    given = _guarded(list(sys.argv[1:] if arguments is None else arguments))
    options = _parser().parse_args(given)
    try:
        return int(options.run(options) or 0)
    except YpsochromError as error:
        print("ypsochrom: " + " ".join(str(error).split()), file=sys.stderr)
        return 2
    finally:
        if arguments is None:
            gc.freeze()  # nor are they looked for at the end


def _guarded(arguments: list[str]) -> list[str]:
    """A target such as `-5,0,0` would be read as an option; a leading blank keeps it a target."""
    return [f" {a}" if re.match(r"^-[\d.]", a) else a for a in arguments]


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="ypsochrom", description="From a photo to a painting plan in acrylics.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND", parser_class=_Parser)

    plan = commands.add_parser("plan", help="a photo to a whole painting plan")
    _photo(plan)
    _planning(plan)
    plan.set_defaults(run=_plan)

    batch = commands.add_parser("batch", help="a folder of photos to a plan each")
    batch.add_argument("folder", type=Path, metavar="FOLDER", help="where the photos lie")
    batch.add_argument("--size", required=True, help="the support of each, as in 300x200mm")
    batch.add_argument("--out", type=Path, required=True, metavar="DIR", help="folder for a folder of results each")
    batch.add_argument("--watch", action="store_true", help="go on with photos that come, until Ctrl-C")
    _planning(batch)
    batch.set_defaults(run=_batch)

    values = commands.add_parser("values", help="a photo to a value map")
    _photo(values)
    values.add_argument("--steps", type=int, default=5, help="value steps, 2-9 (5)")
    values.add_argument(
        "--method", choices=["equal", "natural", "masses"], default="equal", help="how steps are parted (equal)"
    )
    values.add_argument("--thresholds", help="your own thresholds, as in 2.5,4,6,8; they set the number of steps")
    values.add_argument("--brush-mm", type=float, help="simplify to this brush")
    values.set_defaults(run=_values)

    mix = commands.add_parser("mix", help="what a mix looks like, dry and wet")
    mix.add_argument("recipes", nargs="+", metavar="MIX", help="such as 'PB29:1 PBr7bs:1 PW6:4'")
    mix.add_argument("--json", action="store_true", help="print JSON")
    mix.set_defaults(run=_mix)

    film = commands.add_parser("film", help="what a mix looks like laid in a film over a ground")
    film.add_argument("recipe", metavar="MIX", help="such as 'PBr7ru:1'")
    film.add_argument("--technique", default="opaque", help="how it is laid: glaze, opaque, thin, wash, ... (opaque)")
    film.add_argument("--wet-um", type=float, help="wet film of one coat in um, else the technique's usual one")
    film.add_argument("--medium-share", type=float, help="share of medium in it, 0-1, else the technique's usual one")
    film.add_argument("--coats", type=int, default=1, help="coats, each laid on the dry one before (1)")
    film.add_argument("--over", default="white", help="white, grey, black or L,a,b (white)")
    film.add_argument("--json", action="store_true", help="print JSON")
    film.set_defaults(run=_film)

    match = commands.add_parser("match", help="the best recipes for a colour")
    match.add_argument("targets", nargs="+", metavar="TARGET", help="L,a,b (CIELAB, D65) or #rrggbb")
    match.add_argument("--tubes-only", help="only these paints, as in PW6,PB29,PY42")
    match.add_argument("--shelf", type=Path, help="CSV of your tubes")
    match.add_argument("--json", action="store_true", help="print JSON")
    match.set_defaults(run=_match)

    dry = commands.add_parser("dry", help="how long a film blends, and when it is dry")
    dry.add_argument("--film-um", type=float, required=True, help="wet film in um; a brush coat has 60 to 100")
    _air(dry)
    dry.add_argument("--retarder", type=float, default=0.0, help="share of retarder in the paint, 0-0.3 (0)")
    dry.add_argument("--medium-share", type=float, default=0.0, help="share of medium, 0-1 (0)")
    dry.add_argument("--water-share", type=float, default=0.0, help="share of added water, 0-1 (0)")
    dry.add_argument("--open-paint", action="store_true", help="slow paint that stays workable for long")
    dry.add_argument("--ground", choices=["sealed", "absorbent"], default="sealed", help="what it lies on (sealed)")
    dry.add_argument("--json", action="store_true", help="print JSON")
    dry.set_defaults(run=_dry)

    schedule = commands.add_parser("schedule", help="a plan laid into sittings")
    schedule.add_argument("plan", type=Path, metavar="PLAN.json", help="as `plan` writes it")
    schedule.add_argument(
        "--from", dest="begins", required=True, help="local time of the first sitting: 2026-06-01T09:00"
    )
    schedule.add_argument("--tz", default="UTC", help="time zone by its name in the tz database (UTC)")
    schedule.add_argument("--sitting-hours", type=float, default=3.0, help="hours of a sitting (3)")
    schedule.add_argument("--days", type=int, help="days, with a sitting each; else until it is done")
    schedule.add_argument("--calendar", type=Path, help="an iCalendar file whose busy times are kept free")
    _air(schedule)
    schedule.add_argument("--json", action="store_true", help="print JSON")
    schedule.set_defaults(run=_schedule)

    check = commands.add_parser("check", help="a photo of the painting against what it should look like after a pass")
    check.add_argument("plan", type=Path, metavar="PLAN_DIR", help="the folder that `plan` wrote")
    check.add_argument("photo", type=Path, metavar="PHOTO", help="JPEG, PNG, WebP, TIFF or HEIC")
    check.add_argument(
        "--pass", dest="number", type=int, required=True, help="the pass that was done last; 0: the drawing"
    )
    check.add_argument("--corners", help='the panel\'s corners "x,y x,y x,y x,y", clockwise from the upper left (px)')
    check.add_argument("--grey", help='the middle of a grey card beside the painting, "x,y" (px)')
    check.add_argument(
        "--second", type=Path, help="a second photo, from another side, for where the first mirrors a light"
    )
    check.add_argument("--wet", default="", help="areas that have not dried yet, as in a03,a05")
    check.add_argument("--landmarks", type=Path, metavar="FILE.json", help="places of your own: [{name, x_mm, y_mm}]")
    check.add_argument("--json", action="store_true", help="print JSON")
    check.set_defaults(run=_check)

    light = commands.add_parser("light", help="the sun through a sitting, and how long its light holds")
    light.add_argument("--lat", type=float, required=True, help="latitude in degrees, north above 0")
    light.add_argument("--lon", type=float, required=True, help="longitude in degrees, east above 0")
    light.add_argument("--tz", default="UTC", help="time zone by its name in the tz database (UTC)")
    light.add_argument("--date", required=True, help="as in 2026-06-21")
    light.add_argument("--from", dest="begins", required=True, help="local time, as in 09:00")
    light.add_argument("--to", dest="ends", required=True, help="local time, as in 12:00")
    light.add_argument("--facing", type=float, default=0.0, help="direction of the view, 0 north, 90 east (0)")
    light.add_argument("--cloud", choices=["clear", "broken", "overcast"], default="clear", help="the sky (clear)")
    light.add_argument("--json", action="store_true", help="print JSON")
    light.set_defaults(run=_light)

    learn = commands.add_parser("learn", help="your own factors from a log")
    learn.add_argument("log", type=Path, metavar="LOG.jsonl", help="observations, one a line")
    learn.add_argument("--json", action="store_true", help="print JSON")
    learn.set_defaults(run=_learn)
    return parser


def _air(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--temp-c", type=float, default=20.0, help="temperature in C, 5-35 (20)")
    parser.add_argument("--humidity", type=float, default=50.0, help="relative humidity in %%, 0-100 (50)")
    parser.add_argument("--air", choices=["still", "moving", "draught"], default="still", help="how it moves (still)")


def _photo(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("photo", type=Path, metavar="PHOTO", help="JPEG, PNG, WebP, TIFF or HEIC")
    parser.add_argument("--size", required=True, help="the support, as in 400x300mm")
    parser.add_argument("--out", type=Path, required=True, metavar="DIR", help="folder for the results")


def _planning(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--steps", type=int, default=5, help="value steps, 2-9 (5)")
    parser.add_argument(
        "--method", choices=["equal", "natural", "masses"], default="equal", help="how steps are parted (equal)"
    )
    parser.add_argument("--brush-mm", type=float, help="simplify the value map to this brush")
    parser.add_argument("--school", default="direct", help=f"way of painting, one of {', '.join(SCHOOL_KEYS)} (direct)")
    parser.add_argument("--shelf", type=Path, help="CSV of your tubes; else a shelf of sixteen common ones")
    parser.add_argument("--tubes", type=int, default=None, help="how many tubes the palette may have (8)")
    parser.add_argument("--paper", choices=["A4", "Letter"], default="A4", help="size of plan.pdf (A4)")


def _read_photo(path: Path) -> bytes:
    try:
        return path.read_bytes()
    except OSError as error:
        raise BadPicture(f"The photo {path} cannot be read: {error.strerror}.", "Check its name and place.") from error


def _read_shelf(path: Path | None) -> Any:
    from ..materials import shelf

    if path is None:
        return shelf.starter_shelf()
    try:
        text = path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise BadShelf(f"The shelf {path} cannot be read: {error.strerror}.", "Check its name and place.") from error
    except UnicodeDecodeError as error:
        raise BadShelf(f"The shelf {path} is not text in UTF-8.", "Save it as CSV in UTF-8.") from error
    return shelf.read_csv(text)


def _plan(options: argparse.Namespace) -> None:
    from ..formats import folder
    from ..subject.decode import decode

    folder.must_be_writable(options.out)
    content = _read_photo(options.photo)
    with ThreadPoolExecutor(1) as aside:  # while the photo is decoded, the rest of the application is loaded
        picture = aside.submit(lambda: decode(content).in_eight_bits())
        from ..materials.support import Support
        from ..mixes.mix_set import USUAL_TUBES
        from ..passes.scene import Choices
        from ..work.brief import Brief, MixSettings, ValueSettings
        from ..work.pass_nodes import painted_stages
        from ..work.planned import plan_of, planned_work

        brief = Brief(
            support=Support.parse(options.size),
            values=ValueSettings(method=options.method, count=options.steps, brush_mm=options.brush_mm),
            mixes=MixSettings(tubes=USUAL_TUBES if options.tubes is None else options.tubes),
            passes=Choices(school=options.school),
        )
        tubes = _read_shelf(options.shelf)
        decoded = picture.result()
        writer = aside.submit(_writer)  # and while it is planned, what writes it down
        work = planned_work(decoded, brief, tubes)
    writer.result().write(lambda: plan_of(work), options.out, options.photo.stem, options.paper, painted_stages(work))


def _writer() -> ModuleType:
    from ..formats import plan_files
    from ..formats.pdf.lettering import load_fonts

    load_fonts()
    return plan_files


WATCHED_EVERY_S = 2.0


def _batch(options: argparse.Namespace) -> int:
    import time

    from ..formats import folder
    from . import batch

    if not options.folder.is_dir():
        raise BadSetting(f"{options.folder} is no folder.", "Give the folder in which the photos lie.")
    folder.must_be_writable(options.out)
    _read_shelf(options.shelf)  # before anything is planned
    shelf = None if options.shelf is None else options.shelf.read_text(encoding="utf-8-sig")
    asked = {
        name: getattr(options, name) for name in ("size", "steps", "method", "brush_mm", "school", "tubes", "paper")
    }

    def plan(photo: Path, out: Path) -> None:
        _plan(argparse.Namespace(**{**vars(options), "photo": photo, "out": out}))

    def told(words: str) -> None:
        print(words, file=sys.stderr, flush=True)

    while True:
        found = batch.round_of(options.folder, options.out, {**asked, "shelf": shelf}, plan, told)
        if not options.watch:
            break
        try:
            time.sleep(WATCHED_EVERY_S)
        except KeyboardInterrupt:
            break
    if not found:
        raise BadPicture(f"There is no photo in {options.folder}.", "Put JPEG, PNG, WebP, TIFF or HEIC files there.")
    return 1 if any(one.why_not for one in found) else 0


def _values(options: argparse.Namespace) -> None:
    from ..formats import folder
    from ..formats.exchange import plan_json
    from ..formats.pictures import png
    from ..materials.support import Support
    from ..subject.decode import decode
    from ..work.brief import Brief, ValueSettings
    from ..work.planned import work_from
    from ..work.value_node import brush_of

    folder.must_be_writable(options.out)
    limits = _numbers(options.thresholds) if options.thresholds else None
    count = options.steps if limits is None else len(limits) + 1
    settings = ValueSettings(method=options.method, count=count, limits=limits, brush_mm=options.brush_mm)
    brief = Brief(support=Support.parse(options.size), values=settings)
    found = work_from(decode(_read_photo(options.photo)), brief).now("values")
    answer = {
        "schema_version": plan_json.VALUES_VERSION,
        "support": plan_json.support_json(brief.support),
        "brush_mm": brush_of(brief),
        **plan_json.values_json(found),
    }
    files: dict[str, bytes | str] = {
        "value-map.png": png.value_map_png(found),
        "values.json": json.dumps(answer, indent=2) + "\n",
    }
    folder.write_folder(options.out, files)


def _numbers(text: str) -> tuple[float, ...]:
    try:
        return tuple(float(word) for word in text.split(","))
    except ValueError:
        raise BadSetting(f"{text!r} is not a list of numbers.", "Write thresholds as in 2.5,4,6,8.") from None


def _mix(options: argparse.Namespace) -> None:
    from ..formats.exchange.plan_json import prediction_json
    from ..mixes.recipe import Recipe

    answers = [prediction_json(Recipe.parse(text)) for text in options.recipes]
    if options.json:
        print(json.dumps(answers, indent=2))
        return
    for text, answer in zip(options.recipes, answers, strict=True):
        dry, wet = (", ".join(f"{x:.1f}" for x in answer[key]) for key in ("lab_dry", "lab_wet"))
        print(
            f"{text}: dry Lab {dry} (value {answer['value_dry']:.2f}), wet Lab {wet} (value {answer['value_wet']:.2f})"
        )


def _film(options: argparse.Namespace) -> None:
    from ..formats.exchange.plan_json import film_json
    from ..mixes.recipe import Recipe
    from ..passes.manners import by_hand, checked_technique

    usual = by_hand(checked_technique(options.technique))
    answer = film_json(
        Recipe.parse(options.recipe),
        options.over,
        wet_um=usual.wet_um if options.wet_um is None else options.wet_um,
        medium_share=usual.medium_share if options.medium_share is None else options.medium_share,
        coats=options.coats,
        water=usual.medium == "water",
    )
    if options.json:
        print(json.dumps(answer, indent=2))
        return
    dry, wet = (", ".join(f"{x:.1f}" for x in answer[key]) for key in ("lab_dry", "lab_wet"))
    coats = f"{answer['coats']} coat{'s' if answer['coats'] > 1 else ''}"
    print(
        f"{options.recipe}, {coats} of {answer['wet_um']:g} um wet, {answer['medium_share']:.1%} medium, over {options.over}: "
        f"dry Lab {dry}, wet Lab {wet}, contrast ratio {answer['contrast_ratio']:.2f}"
    )


def _match(options: argparse.Namespace) -> None:
    from ..colour.written import read_colour
    from ..formats.exchange.plan_json import matches_json
    from ..materials.shelf import usable_box
    from ..mixes.hand_recipes import hand_recipes, in_words
    from ..paint.catalogue import paintbox

    targets = [read_colour(text) for text in options.targets]
    if options.tubes_only is not None:
        keys: tuple[str, ...] = tuple(word.strip() for word in options.tubes_only.split(",") if word.strip())
        if options.shelf is not None:
            left = usable_box(_read_shelf(options.shelf)).keys
            keys = tuple(key for key in keys if key in left)
        box = paintbox(keys)
    else:
        box = usable_box(_read_shelf(options.shelf))
    found = [hand_recipes(box, target) for target in targets]
    if options.json:
        print(json.dumps([matches_json(*both) for both in zip(targets, found, strict=True)], indent=2))
        return
    for text, recipes in zip(options.targets, found, strict=True):
        print(f"{text.strip()}:")
        for one in recipes:
            print(
                f"  {in_words(one.match.recipe, one.white_to_base)}  (colour difference by hand about {one.expected_de00:.1f}, "
                f"at worst {one.likely_worst_de00:.1f}; value {one.match.value_error:+.2f} steps)"
            )


def _dry(options: argparse.Namespace) -> None:
    from ..formats.exchange.schedule_json import drying_json
    from ..paint.drying import WetFilm, drying_times
    from ..sky.air import Climate

    film = WetFilm(
        options.film_um,
        medium_share=options.medium_share,
        water_share=options.water_share,
        retarder=options.retarder,
        slow_paint=options.open_paint,
        beneath=options.ground,
    )
    answer = drying_json(drying_times(film, Climate(options.temp_c, options.humidity, options.air)))
    if options.json:
        print(json.dumps(answer, indent=2))
        return
    words = {"open_min": "blends for", "tacky_min": "tacky after", "overcoat_min": "paint over it after",
             "glaze_min": "glaze over it after", "through_min": "dry through after"}  # fmt: skip
    for key, said in words.items():
        low, mid, high = answer[key]
        print(f"{said}: " + ("never in this air" if mid is None else f"{mid:.0f} min ({low:.0f} to {high:.0f})"))


def _schedule(options: argparse.Namespace) -> None:
    from ..formats.exchange.schedule_json import painted_from, schedule_json
    from ..passes.films.drying import Drying
    from ..sittings.calendar import Diary, Recurring, begin_of
    from ..sittings.schedule import Asked, find_schedule
    from ..sittings.tasks import tasks_of
    from ..sky.air import Climate

    painted = painted_from(_read_text(options.plan, "plan"))
    climate = Climate(options.temp_c, options.humidity, options.air)
    at = options.begins.partition("T")[2][:5]
    diary = Diary(options.begins, options.tz, (Recurring(at or "09:00", options.sitting_hours * 60),), options.days)
    if options.calendar is not None:
        from ..formats.calendar.ical import busy_times

        content = _read_text(options.calendar, "calendar").encode()
        days = 366 if options.days is None else options.days
        busy = busy_times(content, options.tz, begin_of(diary), days)
        diary = Diary(diary.begins, diary.zone, diary.recurring, diary.days, busy=busy)
    found = find_schedule(tasks_of(painted, Drying(climate)), painted.piles, Asked(diary))
    answer = schedule_json(found)
    if options.json:
        print(json.dumps(answer, indent=2))
        return
    for one in answer["tasks"]:
        print(
            f"{one['start_min']:7.0f} to {one['end_min']:7.0f} min, sitting {one['sitting']}: {one['title']} ({one['unit']})"
        )
    for advice in answer["advice"]:
        print(f"{advice['message']} {advice['hint']}")
    print(f"Done {answer['finish']['likely']}, between {answer['finish']['early']} and {answer['finish']['late']}.")


def _check(options: argparse.Namespace) -> None:
    from ..checks.report import PHOTO_PX, Asked, check
    from ..formats.exchange.check_json import check_json, places_from
    from ..formats.plan_folder import planned_stage
    from ..subject.decode import decode

    wet = frozenset(word.strip() for word in options.wet.split(",") if word.strip())
    stage = planned_stage(options.plan, options.number, wet=bool(wet))
    picture = decode(_read_photo(options.photo), longest_px=PHOTO_PX)
    size = (picture.original_width, picture.original_height)
    photos = [picture.srgb8]
    if options.second is not None:
        photos.append(decode(_read_photo(options.second), longest_px=PHOTO_PX).srgb8)
    if unknown := wet - {area.id for area in stage.areas}:
        raise BadSetting(f"There is no area {min(unknown)} in this plan.", "Take the ids from its plan.json.")
    corners = None if options.corners is None else _places(options.corners, 4, size)
    found = check(
        photos,
        stage,
        Asked(
            corners=corners,
            grey=None if options.grey is None else _places(options.grey, 1, size)[0],
            wet=wet,
            places=() if options.landmarks is None else places_from(
                _read_text(options.landmarks, "list of landmarks"), stage.support
            ),
        ),
    ).report  # fmt: skip
    if options.json:
        print(json.dumps(check_json(found, *size), indent=2))
        return
    print(found.verdict.words)
    print(found.trust.words)
    for number, one in enumerate(found.verdict.mend, start=1):
        print(f"{number:2d}. {one.action}. ({one.why})")
    for advice in found.advice:
        print(f"{advice.message} {advice.hint}")


def _places(text: str, count: int, size: tuple[int, int]) -> tuple[tuple[float, float], ...]:
    """Places "x,y x,y" in px of a photo of this size, as shares."""
    numbers = [_numbers(word) for word in text.split()]
    if len(numbers) != count or any(len(one) != 2 for one in numbers):
        raise BadSetting(f"{text!r} is not {count} place{'s' if count > 1 else ''}.", 'Write places as in "120,85".')
    return tuple((x / size[0], y / size[1]) for x, y in numbers)


def _read_text(path: Path, what: str) -> str:
    try:
        return path.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise BadSetting(f"The {what} {path} cannot be read: {error.strerror}.", "Check its name and place.") from error
    except UnicodeDecodeError as error:
        raise BadSetting(f"The {what} {path} is not text in UTF-8.", "Save it anew.") from error


def _light(options: argparse.Namespace) -> None:
    from datetime import datetime

    from ..formats.exchange.schedule_json import light_json
    from ..sittings.calendar import zone_of
    from ..sittings.on_site import light_of
    from ..sky.sun import Place

    zone = zone_of(options.tz)
    try:
        begins, ends = (datetime.fromisoformat(f"{options.date}T{at}") for at in (options.begins, options.ends))
    except ValueError:
        raise BadSetting("The date or a time cannot be read.", "Write 2026-06-21 and 09:00.") from None
    place = Place(options.lat, options.lon, options.facing)
    found = light_of(place, begins.replace(tzinfo=zone), ends.replace(tzinfo=zone), options.tz, options.cloud)
    answer = light_json(found, options.tz)
    if options.json:
        print(json.dumps(answer, indent=2))
        return
    for one in answer["samples"]:
        shadow = "no shadow" if one["shadow_ratio"] is None else f"shadows {one['shadow_ratio']:.1f} times as long"
        print(
            f"{one['time'][11:16]}: sun {one['altitude_deg']:.0f} degrees high, {shadow}, turned {one['shadow_turn_deg']:.0f}"
        )
    print(f"The light holds until {answer['holds_until'][11:16]}: {answer['why']}.")


def _learn(options: argparse.Namespace) -> None:
    from ..formats.exchange.log_json import learned_json
    from ..logbook.learning import FEWEST, lessons
    from ..logbook.observation import read_lines

    try:
        text = options.log.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise BadLog(f"The log {options.log} cannot be read: {error.strerror}.", "Check its name and place.") from error
    except UnicodeDecodeError as error:
        raise BadLog(f"The log {options.log} is not text in UTF-8.", "Save it as JSON lines in UTF-8.") from error
    observations, refused = read_lines(text)
    if refused and not observations:
        raise BadLog(f"The log {options.log} holds no observation.", refused[0].hint)
    answer = learned_json(lessons(observations), refused)
    if options.json:
        print(json.dumps(answer, indent=2))
        return
    for name, one in answer["factors"].items():
        said = f"{one['mean']:.2f} ({one['low']:.2f} to {one['high']:.2f}) from {one['n']} observations"
        print(f"{name}: {said if one['n'] >= FEWEST else 'too little was seen; the usual one holds'}")
    for advice in refused:
        print(f"ypsochrom: {advice.message} {advice.hint}", file=sys.stderr)


if __name__ == "__main__":
    raise SystemExit(main())
