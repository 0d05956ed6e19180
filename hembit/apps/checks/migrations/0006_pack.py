"""Every check that is kept is packed, word for word as it stands.

It goes by a few hundred, each step a transaction of its own, and may be interrupted: what has a
body was done. "machine" becomes dead or live, as it is called everywhere else.
"""

from django.db import migrations, transaction

STEP = 300


def pack_all(apps, schema_editor):
    Check, CheckBody = apps.get_model("checks", "Check"), apps.get_model("checks", "CheckBody")
    while True:
        with transaction.atomic():
            found = list(Check.objects.filter(body__isnull=True).order_by("pk")[:STEP])
            if not found:
                return
            CheckBody.objects.bulk_create([_body(CheckBody, one) for one in found])
            Check.objects.filter(pk__in=[one.pk for one in found]).update(submission={}, judgement={})


def _body(CheckBody, check):
    submission = dict(check.submission)
    stated = dict(submission.pop("machine"))
    despite = stated.pop("despite", "")
    submission.pop("label", None)  # it stands on the check
    return CheckBody(
        check_kept=check,
        despite=despite,
        content={"submission": {**submission, "dead_or_live": stated}, "judgement": check.judgement},
    )


class Migration(migrations.Migration):
    atomic = False

    dependencies = [("checks", "0005_check_body")]

    operations = [migrations.RunPython(pack_all, migrations.RunPython.noop, elidable=True)]
