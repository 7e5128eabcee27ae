import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ("desk", "0004_stored_flush"),
    ]

    operations = [
        migrations.CreateModel(
            name="Signed",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("number", models.PositiveIntegerField()),
                ("by", models.CharField(max_length=80)),
                ("on", models.DateField()),
                ("scheme", models.CharField(max_length=120)),
                ("house_rules", models.CharField(max_length=80)),
                ("product", models.CharField(max_length=40)),
                ("digest", models.CharField(max_length=64)),
                ("record", models.TextField()),
                ("assessment", models.TextField()),
                ("report", models.BinaryField()),
                (
                    "lateral",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT, related_name="signed", to="desk.storedlateral"
                    ),
                ),
            ],
            options={
                "ordering": ["-number"],
                "constraints": [models.UniqueConstraint(fields=("lateral", "number"), name="one_row_a_signature")],
            },
        ),
    ]
