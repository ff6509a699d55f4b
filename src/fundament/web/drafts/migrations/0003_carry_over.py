from django.db import migrations


def as_documents(apps, schema_editor):
    """Texts were HTML; they become the editor's documents with an id on each block. Words are counted as everywhere."""
    from fundament.core.documents.html import document_from_html
    from fundament.core.documents.read_document import read_document

    for name in ("Draft", "Revision"):
        for thing in apps.get_model("drafts", name).objects.iterator():
            thing.document = document_from_html(thing.html)
            thing.words = read_document(thing.document, language="en").word_count
            fields = ["document", "words"]
            if name == "Draft":
                thing.workspace_id = thing.study.workspace_id
                kept = thing.revisions.filter(cause="kept").order_by("-created_at").first()
                thing.kept_at = kept.created_at if kept else None
                fields += ["workspace", "kept_at"]
            thing.save(update_fields=fields)


def first_score_points(apps, schema_editor):
    """The score that a draft has now is the first point of its curve."""
    Point = apps.get_model("drafts", "ScorePoint")
    for draft in apps.get_model("drafts", "Draft").objects.exclude(score=None):
        score = draft.score
        point = Point.objects.create(
            draft=draft, version=draft.version, core_version=score.get("version", ""), total=score["total"], aim=score["aim"],
            enough=score.get("enough", 0.0), parts=score["parts"], words=draft.words,
        )  # fmt: skip
        Point.objects.filter(pk=point.pk).update(measured_at=draft.updated_at)


class Migration(migrations.Migration):
    dependencies = [("drafts", "0002_documents")]

    operations = [
        migrations.RunPython(as_documents, migrations.RunPython.noop),
        migrations.RunPython(first_score_points, migrations.RunPython.noop),
    ]
