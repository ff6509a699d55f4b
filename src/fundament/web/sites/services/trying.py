"""A service is asked a small question, to see whether it answers; a job asks it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from fundament.core.message import message
from fundament.messages import say
from fundament.web.accounts.roles import Actor
from fundament.web.errands.models import Errand
from fundament.web.errands.services.running import OutcomeSentence, ask_for
from fundament.web.operating.services import overview
from fundament.web.templating import message_of

TRIAL = "service.trial"  # the kind of errand


def ask_for_trial(actor: Actor, key: str) -> Errand:
    """Have `overview.try_now` done by a job. Raises NotFoundError where the service is not set up."""
    return ask_for(actor, TRIAL, overview.service_of(actor, key).name, {"key": key})


def carried_out(actor: Actor, arguments: Mapping[str, Any], content: bytes | None) -> dict[str, Any]:
    """The errand itself: what became of the question."""
    tried = overview.try_now(actor, arguments["key"])
    return {"name": tried.service.name, "said": [tried.said.code, tried.said.values], "seconds": tried.seconds, "worked": tried.worked}


def outcome_sentence(result: Mapping[str, Any]) -> OutcomeSentence:
    """What the owners' page says of it."""
    said = say(message_of(result["said"]))
    return OutcomeSentence(
        message("service.tried", name=result["name"], said=said, seconds=round(result["seconds"], 1)), not result["worked"]
    )
