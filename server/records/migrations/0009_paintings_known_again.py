import uuid

from django.conf import settings
from django.db import migrations, models


def give(apps, _):
    """Every painting that is there gets a number of its own."""
    for painting in apps.get_model("records", "Painting").objects.only("pk").iterator():
        apps.get_model("records", "Painting").objects.filter(pk=painting.pk).update(uid=uuid.uuid4())


class Migration(migrations.Migration):

    dependencies = [
        ("records", "0008_learned_anew"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.AddField("painting", "uid", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(give, migrations.RunPython.noop),
        migrations.AlterField("painting", "uid", models.UUIDField(default=uuid.uuid4, editable=False)),
        migrations.AddConstraint(
            "painting", models.UniqueConstraint(fields=("owner", "uid"), name="one_row_an_owner_and_uid")
        ),
    ]
