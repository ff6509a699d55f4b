"""What people say of a draft, from the desk."""

from __future__ import annotations

from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_POST

from fundament.core.scoring.statements import target_key
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask
from fundament.web.answers import answers_json
from fundament.web.drafts.measuring import stating
from fundament.web.drafts.measuring.measuring import points_without_words
from fundament.web.drafts.measuring.seeing import draft_to_measure
from fundament.web.drafts.models import Draft, Statement
from fundament.web.errors import ApplicationError
from fundament.web.numbers import whole_number
from fundament.web.typed import typed


@answers_json
@require_POST
def state(request: HttpRequest, draft_id: int) -> JsonResponse:
    """Say something of the draft as it is stored."""
    actor = actor_of(request)
    ask(actor, "draft.write")
    kind, target, text = typed(request, "kind", 12), typed(request, "target", 200), typed(request, "text", stating.MOST_TEXT + 1)
    if kind in Statement.SETTLING or (kind in Statement.OF_PASSAGES and not text):
        text = _block_of(draft_to_measure(actor, draft_id), target, typed(request, "block", 60))
    made = stating.state(
        actor, draft_id, kind, target, name=typed(request, "name", 200), count=whole_number(typed(request, "count", 9)) or 0, text=text
    )
    return JsonResponse({"id": made.pk})


@answers_json
@require_POST
def take_back(request: HttpRequest, draft_id: int, statement_id: int) -> JsonResponse:
    """Take back what was said."""
    stating.take_back(actor_of(request), draft_id, statement_id)
    return JsonResponse({})


def _block_of(draft: Draft, target: str, block: str) -> str:
    """The text of the block that a word hangs on: the named one, or the one with the sentence that perhaps covers a subtopic. Raises ApplicationError where there is none."""
    measured = points_without_words(draft)  # as it stands by itself
    blocks = measured.reading.blocks if measured.reading else ()
    found = next((one.text for one in blocks if block and one.key == block), "")
    if not found and not block and measured.score is not None:
        item = next((item for item in measured.score.items if target_key(item.part, item.key) == target), None)
        sentence = str(item.reason[0].values.get("sentence", "")) if item is not None and item.reason else ""
        found = next((one.text for one in blocks if sentence and sentence in one.text), "")
    if not found:
        raise ApplicationError("error.statement_gone")
    return found
