"""Names that the program gives: two things of one name could not be told apart in a list."""

from __future__ import annotations

from fundament.web.accounts.roles import Actor
from fundament.web.drafts.models import Draft
from fundament.web.history.models import ActionLog
from fundament.web.naming import told_apart
from fundament.web.studies.models import Study
from fundament.web.studies.results.opening import open_study
from fundament.web.study_files.duplicating import duplicate
from tests.web.conftest import make_draft


def test_a_name_that_is_taken_gets_the_first_free_number() -> None:
    assert told_apart("Sand", []) == "Sand"
    assert told_apart("Sand", ["sand", "Sand (3)"]) == "Sand (2)"
    assert told_apart("Sand", ["Sand", "sand (2)"]) == "Sand (3)"
    long = told_apart("s" * 300, ["s" * 200])
    assert len(long) <= 200 and long.endswith("(2)")


def test_drafts_and_studies_of_one_keyword_are_told_apart(study: Study, actor: Actor) -> None:
    names = [make_draft(actor, study, "", name="").name for _ in range(2)]
    assert len(set(names)) == 2 and all(name.casefold().startswith(study.shown.casefold()) for name in names)
    said = ActionLog.objects.filter(verb="draft.create").order_by("-pk")[0]
    assert names[1] in said.values["name"]  # the log tells which draft was begun
    second = open_study(actor, keyword=study.keyword.upper(), country="gb", language="en")
    assert second.shown.casefold() == f"{study.keyword} (2)".casefold()
    assert len({duplicate(actor, study.pk).shown for _ in range(2)}) == 2
    assert Draft.objects.filter(study=study).count() >= 2
