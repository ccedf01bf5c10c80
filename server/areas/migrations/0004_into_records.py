"""What stood here is in the records now (records 0002)."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0002_carry_over"),
        ("areas", "0003_changes_and_decisions"),
    ]
    operations = [
        migrations.DeleteModel("BorderNote"),
        migrations.DeleteModel("Dismissal"),
        migrations.DeleteModel("AreaNote"),
        migrations.DeleteModel("AreaRow"),
    ]
