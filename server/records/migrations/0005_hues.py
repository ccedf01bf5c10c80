"""Paints that bore the name of a pigment they only stand for have keys of their own."""

import json

from django.db import migrations

RENAMED = {"PR83": "PR177", "PB27": "prussian"}


def _renamed(text):
    for old, new in RENAMED.items():
        text = text.replace(f'"{old}"', f'"{new}"')
    return text


def rename(apps, schema_editor):
    tubes = apps.get_model("materials", "TubeRow").objects
    for old, new in RENAMED.items():
        tubes.filter(key=old).update(key=new)
    for app, model, fields in (
        ("materials", "PaletteRow", ("keys",)),
        ("records", "Painting", ("brief",)),
        ("records", "Change", ("before", "after")),
        ("records", "Run", ("asked", "result")),
    ):
        for row in apps.get_model(app, model).objects.iterator():
            written = {name: json.dumps(getattr(row, name)) for name in fields}
            changed = {name: json.loads(_renamed(text)) for name, text in written.items() if _renamed(text) != text}
            if changed:
                apps.get_model(app, model).objects.filter(pk=row.pk).update(**changed)
    for row in apps.get_model("records", "Result").objects.iterator():
        if _renamed(row.body) != row.body:
            apps.get_model("records", "Result").objects.filter(pk=row.pk).update(body=_renamed(row.body))


class Migration(migrations.Migration):
    dependencies = [
        ("materials", "0004_calibration_made"),
        ("records", "0004_changes_with_dates"),
    ]
    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]
