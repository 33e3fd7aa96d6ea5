"""A routine's events become one document, in the form that the open file writes."""

from django.db import migrations, models

FIELDS = (
    "kind", "walls", "facings", "facing_at", "phrase", "after", "tag", "counts", "steps",
    "option", "seconds", "cue", "claims_facing", "origin",
)  # fmt: skip


def to_document(apps, schema_editor):
    for routine in apps.get_model("routines", "Routine").objects.prefetch_related("event_rows"):
        routine.events = [
            {"id": row.key, **{name: getattr(row, name) for name in FIELDS}}
            for row in routine.event_rows.order_by("order")
        ]
        routine.save(update_fields=["events"])


def to_rows(apps, schema_editor):
    row_model = apps.get_model("routines", "RoutineEvent")
    for routine in apps.get_model("routines", "Routine").objects.all():
        row_model.objects.bulk_create(
            row_model(
                routine=routine,
                order=order,
                key=event["id"],
                **{name: event[name] for name in FIELDS},
            )
            for order, event in enumerate(routine.events)
        )


class Migration(migrations.Migration):
    dependencies = [("routines", "0003_origin")]
    operations = [
        migrations.AlterField(
            model_name="routineevent",
            name="routine",
            field=models.ForeignKey(
                on_delete=models.CASCADE, related_name="event_rows", to="routines.routine"
            ),
        ),
        migrations.AddField(
            model_name="routine",
            name="events",
            field=models.JSONField(blank=True, default=list),
        ),
        migrations.RunPython(to_document, to_rows),
    ]
