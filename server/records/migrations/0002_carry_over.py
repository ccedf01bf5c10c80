"""Paintings of version 0.5 with everything that was decided and made: from a table a word to one brief a painting.

Decisions lay at places and now hang on ids; each goes to the id of the area that lies at its place. Plans are carried over too and
count as made by an older version, so that they show until they are made anew.
"""

import hashlib
import json

from django.db import migrations

OLD = 0
"""The version under which results of before are kept: no node has it."""


def carry_over(apps, schema_editor):
    old = apps.get_model("subject", "Painting").objects.order_by("id")
    Painting = apps.get_model("records", "Painting")
    for row in old.select_related("owner"):
        kept = _Areas.of(apps, row)
        painting = Painting.objects.create(
            id=row.pk,
            owner=row.owner,
            title=row.title,
            brief={"kind": "brief", "version": 1, "body": _brief(apps, row, kept)},
        )
        Painting.objects.filter(pk=row.pk).update(created=row.created, changed=row.changed)
        _results(apps, row, painting, kept)
        painting.pictures = _mentioned(painting.brief)
        painting.save()
        for run in apps.get_model("passes", "PlanRun").objects.filter(painting=row).order_by("id"):
            apps.get_model("records", "Run").objects.create(
                owner=run.owner, painting=painting, kind=run.kind, asked=run.asked, result=run.result,
                state="failed" if run.state in ("waiting", "running") else run.state, share=run.share,
                doing=run.doing, message=run.message, hint=run.hint, cancel=run.cancel,
            )  # fmt: skip
    StoredPicture = apps.get_model("records", "StoredPicture")
    for one in apps.get_model("subject", "StoredPicture").objects.all():
        StoredPicture.objects.create(owner=one.owner, name=one.name)


def _advice(listed):
    return [{**one, "subject": one.get("subject")} for one in listed]


def _photo(name, width, height, advice=()):
    return {"name": name, "width": width, "height": height, "advice": _advice(advice)}


def _marks(written):
    return {"horizon": written.get("horizon"), "light": written.get("light")}


def _brief(apps, row, kept):
    observed = row.observation
    notes = (observed or {}).get("notes") or {}
    values = apps.get_model("values", "ValueRow").objects.filter(painting=row).first()
    mixes = apps.get_model("mixes", "MixRow").objects.filter(painting=row).first()
    choices = apps.get_model("passes", "PassChoices").objects.filter(painting=row).first()
    brief = {
        "support": {"width_mm": row.width_mm, "height_mm": row.height_mm},
        "photo": None
        if observed
        else _photo(row.reference, row.reference_width_px, row.reference_height_px, row.reference_advice),
        "observation": observed and {k: observed[k] for k in ("columns", "rows", "cells", "zones", "borders")},
        "notes": {name: notes.get(name) or "" for name in ("when", "place", "weather")}
        | {name: notes.get(name) for name in ("latitude_deg", "longitude_deg")},
        "sketch": row.sketch or None,
        "crop": {"x": row.crop_x, "y": row.crop_y, "size": row.crop_size},
        "adjustments": row.adjustments,
        "others": [
            {
                "id": one.pk,
                "title": one.name,
                "photo": _photo(one.picture, one.width_px, one.height_px),
                "patch": one.patch,
                "marks": _marks(one.marks),
            }
            for one in apps.get_model("subject", "ReferenceRow").objects.filter(painting=row).order_by("id")
        ],
        "marks": _marks(row.marks),
        "finish": row.finish,
        "curve": row.curve,
        "focal": row.focal,
        "decisions": kept.decisions(apps, row),
        "edges": kept.edges(apps, row),
        "set_aside": [
            {"advice": one.advice, "state": one.fingerprint, "reason": one.reason}
            for one in apps.get_model("areas", "Dismissal").objects.filter(painting=row).order_by("id")
        ],
    }
    if values is not None:
        brief["values"] = {
            name: getattr(values, name) for name in ("method", "count", "limits", "own_values", "moved", "brush_mm")
        }
    if kept.row is not None:
        brief["areas"] = {"detail": kept.row.detail, "edits": [_edit(edit) for edit in kept.row.edits]}
    if mixes is not None:
        brief["mixes"] = {"tubes": mixes.tubes, "chosen": mixes.chosen, "kept": _own_recipes(apps, row, mixes)}
    if choices is not None:
        brief["passes"] = choices.choices
    return brief


_OF_KIND = {
    "merge": ("spots",),
    "split": ("spot", "by", "line"),
    "give": ("shape", "to", "width"),
    "absorb": ("below_cm2",),
    "lock": ("spot", "rings"),
}


def _edit(written):
    return {"kind": written["kind"], **{name: written[name] for name in _OF_KIND[written["kind"]]}}


def _own_recipes(apps, row, mixes):
    """The painter's own recipes by the mix that has the target they were made for; a gone mix gets an id of its own."""
    found = {}
    for place, own in enumerate(apps.get_model("mixes", "OwnRecipe").objects.filter(painting=row).order_by("id")):
        same = [mix["id"] for mix in mixes.mixes if mix["target_lab"] == own.target_lab]
        recipe = sorted(own.parts.items(), key=lambda part: (-part[1], part[0]))
        found[same[0] if same else f"m{900 + place}"] = {
            "target_lab": own.target_lab,
            "recipe": {"parts": [list(part) for part in recipe]},
        }
    return found


class _Areas:
    """The areas of before: which id lies where, and the homes that go with the ids."""

    def __init__(self, row, labels, box):
        self.row, self.labels, self.box = row, labels, box
        self.fresh = 1 + (len(row.areas) if row is not None else 0)

    @classmethod
    def of(cls, apps, painting):
        from server.records.pictures import read
        from ypsochrom.formats.pictures.png import read_labels_png
        from ypsochrom.materials.support import Support
        from ypsochrom.subject.crop import CropCentre, crop_box

        row = apps.get_model("areas", "AreaRow").objects.filter(painting=painting).first()
        width = painting.adjusted_width_px or painting.reference_width_px
        height = painting.adjusted_height_px or painting.reference_height_px
        centre = CropCentre(painting.crop_x, painting.crop_y, painting.crop_size)
        box = crop_box(width, height, Support(painting.width_mm, painting.height_mm), centre)
        try:
            labels = None if row is None else read_labels_png(read(row.labels))
        except (OSError, ValueError):
            labels = None  # its picture is lost: what lies where can no longer be told
        return cls(row, labels, box)

    def at(self, x, y):
        """The id of the area at a place of the reference; one of its own where none is in sight."""
        u, v = self.box.to_crop((x, y))
        if self.labels is not None and 0 <= u < 1 and 0 <= v < 1:
            height, width = self.labels.shape
            return self.row.areas[int(self.labels[int(v * height), int(u * width)])]["id"]
        self.fresh += 1
        return f"a{self.fresh - 1:02d}"

    def decisions(self, apps, painting):
        return {
            self.at(one.x, one.y): {
                "target_lab": one.target_lab,
                "plane": one.plane or None,
                "handling": one.handling,
                "name": one.name,
            }
            for one in apps.get_model("areas", "AreaNote").objects.filter(painting=painting).order_by("id")
        }

    def edges(self, apps, painting):
        found = []
        for one in apps.get_model("areas", "BorderNote").objects.filter(painting=painting).order_by("id"):
            a, b = self.at(one.x_1, one.y_1), self.at(one.x_2, one.y_2)
            if a != b:
                over = None if one.over is None else (a if one.over == 1 else b)
                found.append({"a": a, "b": b, "softness": one.softness or None, "over": over})
        return found

    def homes(self):
        from dataclasses import asdict

        from ypsochrom.areas.identity import home_of

        if self.labels is None:
            return []
        return [asdict(home_of(area["id"], self.labels == area["index"], self.box)) for area in self.row.areas]


def _results(apps, row, painting, kept):
    """The areas, mixes and passes of before, under a version that no node has."""
    mixes = apps.get_model("mixes", "MixRow").objects.filter(painting=row).first()
    passes = apps.get_model("passes", "PassRow").objects.filter(painting=row).first()
    found = {"subject": _subject_result(row)}
    values = apps.get_model("values", "ValueRow").objects.filter(painting=row).first()
    if values is not None:
        found["values"] = {
            "thresholds": values.thresholds,
            "steps": [{name: step[name] for name in ("index", "value", "share", "area_cm2")} for step in values.steps],
            "greys": [int(step["grey"][1:3], 16) for step in values.steps],
            "picture": values.map_picture,
        }
    if kept.row is not None and kept.labels is not None:
        found["areas"] = _areas_result(kept)
    if mixes is not None and mixes.mixes:
        of_mixes = [_mix(mix) for mix in mixes.mixes]
        found["mixes"] = {
            "palette": mixes.palette,
            "mixes": of_mixes,
            "advice": _advice(mixes.advice),
            "taken": mixes.kept,
        }
        known = [{"id": m["id"], "target_lab": m["match"]["target_lab"], "serves": m["serves"]} for m in of_mixes]
        found["solved"] = {**found["mixes"], "taken": [], "known": known}
    if passes is not None and "mixes" in found and "areas" in found:
        found["passes"] = _pass_result(passes, found["mixes"]["mixes"])
        if passes.stages:
            looks = len(passes.looks) // len(passes.stages)
            found["stages"] = {
                "dry": passes.stages,
                "looks": [passes.looks[i * looks : (i + 1) * looks] for i in range(len(passes.stages))],
            }
    Result = apps.get_model("records", "Result")
    for node, body in found.items():
        text = json.dumps(body)
        Result.objects.create(
            owner=row.owner,
            painting=painting,
            node=node,
            version=OLD,
            stamp=hashlib.sha256(text.encode()).hexdigest()[:24],
            body=text,
            pictures=_mentioned(body),
        )


def _subject_result(row):
    return {
        "picture": row.picture,
        "values": row.value_picture,
        "thumbnail": row.thumbnail,
        "whole": row.whole or row.reference,
        "width": row.width_px,
        "height": row.height_px,
        "whole_width": row.adjusted_width_px or row.reference_width_px,
        "whole_height": row.adjusted_height_px or row.reference_height_px,
        "advice": _advice([*row.reference_advice, *row.crop_advice]),
    }


def _areas_result(kept):
    row = kept.row
    return {
        "labels": row.labels,
        "families": row.families,
        "areas": [
            {name: area[name] for name in ("index", "id", "name", "area_cm2", "share", "value", "lab", "centre")}
            | {"parts": area["families"]}
            for area in row.areas
        ],
        "facts": row.facts,
        "borders": row.borders,
        "locked": [row.areas[index]["id"] for index in row.locked],
        "lost": _advice(row.lost),
        "homes": kept.homes(),
        "outlines": {area["id"]: area["outline"] for area in row.areas},
    }


def _mix(mix):
    parts = sorted(mix["parts"].items(), key=lambda part: (-part[1], part[0]))
    names = ("lab_dry", "lab_wet", "target_lab", "de00", "value_error")
    return {
        "id": mix["id"],
        "name": mix["name"],
        "match": {"recipe": {"parts": [list(part) for part in parts]}, **{name: mix[name] for name in names}},
        "serves": [[part["area"], part["family"]] for part in mix["parts_served"]],
    }


def _pass_result(row, of_painting):
    facts = {name: value for name, value in row.facts.items() if name != "lost_moves"}
    own = [_mix(mix) for mix in row.mixes]
    used = [mix for mix in of_painting if mix["id"] in facts["volumes"]]
    ground = next((mix for mix in own if mix["id"] == "m00"), None)
    return {
        **facts,
        "ground": ground,
        "mixes": [*([ground] if ground else []), *used, *(mix for mix in own if mix is not ground)],
        "advice": _advice(row.advice),
    }


def _mentioned(document):
    from server.records.pictures import mentioned

    return mentioned(document)


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0001_initial"),
        ("subject", "0002_adjusted_observed_merged"),
        ("values", "0002_adjusted_and_moved"),
        ("areas", "0003_changes_and_decisions"),
        ("mixes", "0002_mixrow_chosen_mixrow_kept_ownrecipe"),
        ("passes", "0002_schools"),
    ]
    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop)]
