"""Stored pictures know how large they are, so that what a painter keeps can be told without looking at every file."""

from pathlib import Path

from django.conf import settings
from django.db import migrations, models


def measured(apps, _):
    """Look at every file once; one that is gone takes nothing."""
    rows = apps.get_model("records", "StoredPicture").objects
    for name in rows.values_list("name", flat=True).distinct().order_by():
        place = Path(settings.MEDIA_ROOT) / name[:2] / name
        if place.is_file():
            rows.filter(name=name).update(size=place.stat().st_size)


class Migration(migrations.Migration):
    dependencies = [("records", "0010_runs_of_a_studio")]

    operations = [
        migrations.AddField(
            model_name="storedpicture",
            name="size",
            field=models.IntegerField(default=0),
        ),
        migrations.RunPython(measured, migrations.RunPython.noop),
    ]
