"""The rows of events, which stand in the routine's document now, go."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("routines", "0004_events_as_one_document")]
    operations = [migrations.DeleteModel(name="RoutineEvent")]
