"""Events know whether they are what the sheet states."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("routines", "0002_fit_desk")]
    operations = [
        migrations.AddField(
            model_name="routineevent",
            name="origin",
            field=models.CharField(blank=True, max_length=10),
        ),
    ]
