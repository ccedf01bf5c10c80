"""Names move from millimetres of the support to shares of the whole reference; areas found before are found anew."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


def to_whole(apps, schema_editor):
    for note in apps.get_model("areas", "AreaNote").objects.select_related("painting"):
        painting = note.painting
        proportion = painting.width_mm / painting.height_mm
        whole_width, whole_height = painting.adjusted_width_px or 1, painting.adjusted_height_px or 1
        width = min(whole_width, whole_height * proportion) * painting.crop_size
        height = min(whole_height, whole_width / proportion) * painting.crop_size
        left, top = (whole_width - width) * painting.crop_x, (whole_height - height) * painting.crop_y
        note.x = (left + note.x / painting.width_mm * width) / whole_width
        note.y = (top + note.y / painting.height_mm * height) / whole_height
        note.save()


def find_anew(apps, schema_editor):
    apps.get_model("areas", "AreaRow").objects.all().delete()


class Migration(migrations.Migration):
    dependencies = [
        ("areas", "0001_initial"),
        ("subject", "0002_adjusted_observed_merged"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.RenameModel("AreaName", "AreaNote"),
        migrations.RenameField("AreaNote", "x_mm", "x"),
        migrations.RenameField("AreaNote", "y_mm", "y"),
        migrations.RunPython(to_whole, migrations.RunPython.noop),
        migrations.RunPython(find_anew, migrations.RunPython.noop),
    ]
