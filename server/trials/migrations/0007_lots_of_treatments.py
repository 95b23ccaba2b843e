"""A treatment is of a lot: a trial's own lot becomes that of each of its treatments."""

import django.db.models.deletion
from django.db import migrations, models
from django.db.models import OuterRef, Subquery

import core.vocabulary.trials


def lots_of_trials(apps, schema_editor):
    Treatment, Trial = apps.get_model("trials", "Treatment"), apps.get_model("trials", "Trial")
    Treatment.objects.update(lot=Subquery(Trial.objects.filter(pk=OuterRef("trial")).values("lot")[:1]))


class Migration(migrations.Migration):
    dependencies = [
        ("lots", "0007_lot_photos"),
        ("trials", "0006_bags_of_treatments"),
    ]

    operations = [
        migrations.AddField(
            model_name="trial",
            name="kind",
            field=models.CharField(
                choices=[("trial", "TRIAL"), ("packet_day", "PACKET_DAY")], default=core.vocabulary.trials.TrialKind["TRIAL"], max_length=10
            ),
        ),
        migrations.AddField(
            model_name="historicaltrial",
            name="kind",
            field=models.CharField(
                choices=[("trial", "TRIAL"), ("packet_day", "PACKET_DAY")], default=core.vocabulary.trials.TrialKind["TRIAL"], max_length=10
            ),
        ),
        migrations.AddField(model_name="treatment", name="length_days", field=models.FloatField(blank=True, null=True)),
        migrations.AddField(
            model_name="treatment",
            name="lot",
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name="treatments", to="lots.lot"),
        ),
        migrations.RunPython(lots_of_trials, migrations.RunPython.noop, elidable=False),
        migrations.AlterField(
            model_name="treatment",
            name="lot",
            field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name="treatments", to="lots.lot"),
        ),
        migrations.RemoveConstraint(model_name="treatment", name="treatment_name_once"),
        migrations.RemoveConstraint(model_name="treatment", name="one_control"),
        migrations.AddConstraint(
            model_name="treatment",
            constraint=models.UniqueConstraint(fields=("trial", "lot", "name"), name="treatment_name_once_of_lot"),
        ),
        migrations.AddConstraint(
            model_name="treatment",
            constraint=models.UniqueConstraint(
                condition=models.Q(("is_control", True)), fields=("trial", "lot"), name="one_control_of_lot"
            ),
        ),
        migrations.RemoveField(model_name="trial", name="lot"),
        migrations.AlterField(
            model_name="historicaltrial",
            name="asks",
            field=models.CharField(
                choices=[
                    ("alive", "ALIVE"),
                    ("best", "BEST"),
                    ("dose", "DOSE"),
                    ("crossed", "CROSSED"),
                    ("still_as_good", "STILL_AS_GOOD"),
                    ("which_lot", "WHICH_LOT"),
                    ("every_lot", "EVERY_LOT"),
                    ("floaters", "FLOATERS"),
                    ("bought_or_own", "BOUGHT_OR_OWN"),
                    ("stored", "STORED"),
                    ("other", "OTHER"),
                ],
                default=core.vocabulary.trials.Question["OTHER"],
                max_length=13,
            ),
        ),
        migrations.AlterField(
            model_name="trial",
            name="asks",
            field=models.CharField(
                choices=[
                    ("alive", "ALIVE"),
                    ("best", "BEST"),
                    ("dose", "DOSE"),
                    ("crossed", "CROSSED"),
                    ("still_as_good", "STILL_AS_GOOD"),
                    ("which_lot", "WHICH_LOT"),
                    ("every_lot", "EVERY_LOT"),
                    ("floaters", "FLOATERS"),
                    ("bought_or_own", "BOUGHT_OR_OWN"),
                    ("stored", "STORED"),
                    ("other", "OTHER"),
                ],
                default=core.vocabulary.trials.Question["OTHER"],
                max_length=13,
            ),
        ),
        migrations.RemoveField(model_name="historicaltrial", name="lot"),
    ]
