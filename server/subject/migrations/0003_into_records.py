"""What stood here is in the records now (records 0002)."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0002_carry_over"),
        ("subject", "0002_adjusted_observed_merged"),
        ("areas", "0004_into_records"),
        ("mixes", "0003_into_records"),
        ("passes", "0003_into_records"),
        ("values", "0003_into_records"),
    ]
    operations = [
        migrations.DeleteModel("ReferenceRow"),
        migrations.DeleteModel("Painting"),
        migrations.DeleteModel("StoredPicture"),
    ]
