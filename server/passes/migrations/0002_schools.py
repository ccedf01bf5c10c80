"""Choices of the painter, jobs, own mixes and looks; studies beside plans. Plans of before are derived and are made anew."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


def forget_old_plans(apps, schema_editor):
    apps.get_model("passes", "PassRow").objects.all().delete()


class Migration(migrations.Migration):
    dependencies = [
        ("passes", "0001_initial"),
        ("subject", "0002_adjusted_observed_merged"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]
    operations = [
        migrations.RunPython(forget_old_plans, migrations.RunPython.noop),
        *[migrations.RemoveField("passrow", name) for name in ("ground", "passes", "volumes", "paint")],
        migrations.AddField("passrow", "facts", models.JSONField(default=dict), preserve_default=False),
        migrations.AddField("passrow", "mixes", models.JSONField(default=list), preserve_default=False),
        migrations.AlterField("passrow", "stages", models.JSONField(default=list)),
        migrations.AddField("passrow", "looks", models.JSONField(default=list)),
        migrations.AddField("planrun", "kind", models.CharField(default="plan", max_length=12)),
        migrations.AddField("planrun", "asked", models.JSONField(default=dict)),
        migrations.AddField("planrun", "result", models.JSONField(null=True)),
        migrations.CreateModel(
            name="PassChoices",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("choices", models.JSONField(default=dict)),
                (
                    "owner",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="+", to=settings.AUTH_USER_MODEL
                    ),
                ),
                (
                    "painting",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="pass_choices",
                        to="subject.painting",
                    ),
                ),
            ],
            options={"abstract": False},
        ),
    ]
