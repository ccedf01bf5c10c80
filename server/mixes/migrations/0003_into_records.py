"""What stood here is in the records now (records 0002)."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0002_carry_over"),
        ("mixes", "0002_mixrow_chosen_mixrow_kept_ownrecipe"),
    ]
    operations = [
        migrations.DeleteModel("OwnRecipe"),
        migrations.DeleteModel("MixRow"),
    ]
