"""What stood here is in the records now (records 0002)."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0002_carry_over"),
        ("passes", "0002_schools"),
    ]
    operations = [
        migrations.DeleteModel("PassChoices"),
        migrations.DeleteModel("PassRow"),
        migrations.DeleteModel("PlanRun"),
    ]
