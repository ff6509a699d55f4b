"""What a person says of a draft's language: a word is right, a remark is not wanted, something was checked by hand."""

from __future__ import annotations

from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_POST

from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask
from fundament.web.answers import answers_json
from fundament.web.drafts.desk import language
from fundament.web.errors import ApplicationError
from fundament.web.typed import typed


@answers_json
@require_POST
def say_of_language(request: HttpRequest, draft_id: int) -> JsonResponse:
    """what: "hush" (a remark by its key), "word" (into the dictionary), "check" (done or not)."""
    actor = actor_of(request)
    ask(actor, "draft.write")
    what, key, text = typed(request, "what", 10), typed(request, "key", 90), typed(request, "text", 200)
    if what == "hush":
        language.hush(actor, draft_id, key, text)
    elif what == "word":
        language.add_word(actor, draft_id, text)
    elif what == "check":
        language.check_by_hand(actor, draft_id, key, done=typed(request, "done", 5) == "yes")
    else:
        raise ApplicationError("error.remark")
    return JsonResponse({})
