"""Names that look alike are one name; how often somebody did something."""

from django.db import migrations, models
from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.migrations.state import StateApps

import maplestep.apps.accounts.models
from maplestep.apps.accounts.names import look_of


def fill(apps: StateApps, schema: BaseDatabaseSchemaEditor) -> None:
    """Who came first keeps the look; the others keep their name and are told apart by a number."""
    users = apps.get_model("accounts", "User")
    taken: set[str] = set()
    for user in users.objects.order_by("pk"):
        look = look_of(user.username)
        user.look = f"{look}#{user.pk}" if look in taken else look
        taken.add(user.look)
        user.save(update_fields=["look"])


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_language")]
    operations = [
        migrations.AlterModelManagers(
            name="user", managers=[("objects", maplestep.apps.accounts.models.Users())]
        ),
        migrations.AddField(
            model_name="user",
            name="look",
            field=models.CharField(editable=False, max_length=300, null=True),
        ),
        migrations.RunPython(fill, migrations.RunPython.noop),
        migrations.AlterField(
            model_name="user",
            name="look",
            field=models.CharField(editable=False, max_length=300, null=True, unique=True),
        ),
        migrations.CreateModel(
            name="Tally",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(max_length=200)),
                ("begun", models.BigIntegerField()),
                ("number", models.PositiveIntegerField(default=0)),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(fields=("key", "begun"), name="one_tally")
                ],
            },
        ),
    ]
