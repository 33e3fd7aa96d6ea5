from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ('songs', '0003_sound_and_beats'),
    ]

    operations = [
        migrations.RenameModel(old_name='Heard', new_name='AnalysisCache'),
        migrations.RenameField(model_name='sound', old_name='wish', new_name='request'),
    ]
