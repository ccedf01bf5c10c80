"""What stood here is in the records now (records 0002)."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0002_carry_over"),
        ("values", "0002_adjusted_and_moved"),
    ]
    operations = [
        migrations.DeleteModel("ValueRow"),
    ]
