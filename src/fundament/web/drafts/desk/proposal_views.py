"""Proposals beside the text: worked out, taken or dismissed, a passage said otherwise."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django.http import HttpRequest, JsonResponse
from django.template.loader import render_to_string
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from fundament.core.documents.changing import CONTENT, blocks_of, text_of_block
from fundament.core.edits.proposals.model import Proposal
from fundament.messages import label, say
from fundament.web.accounts.requests import actor_of
from fundament.web.accounts.roles import ask, can
from fundament.web.answers import answers_json
from fundament.web.bodies import body_of, takes_bodies_of
from fundament.web.drafts.desk import proposing, wording
from fundament.web.drafts.desk.panels import LEAST_BOUND, verdict_of
from fundament.web.errands.services.running import of_number
from fundament.web.errors import ApplicationError
from fundament.web.typed import asked

MOST_BODY = 2_000_000  # forty proposals with their texts


@answers_json
@require_GET
def proposals(request: HttpRequest, draft_id: int) -> JsonResponse:
    """The panel with the proposals for the stored text, and what each does to it."""
    actor = actor_of(request)
    worded = asked(request, "worded", 15)
    proposed = proposing.proposals_for(actor, draft_id, of_number(actor, worded, wording.WORD) if worded else None)
    score = proposed.measured.score
    settled = proposing.verdicts_of(proposed.draft)
    context = {
        "score": score, "measured": proposed.measured, "verdict": verdict_of(score) if score else "", "rows": [_shown(one) for one in proposed.proposals],
        "kinds": _by_kind(proposed), "is_enough": score is not None and score.is_enough, "problem": say(proposed.problem) if proposed.problem else "", "is_worded": proposed.is_worded, "is_asked": proposed.asked is not None, "to_write": proposed.to_write,
        "settled": settled, "may_say": can(actor, "draft.state"),
    }  # fmt: skip
    nodes = blocks_of(proposed.draft.document)
    return JsonResponse(
        {
            "panel": render_to_string("drafts/desk/proposals_part.html", context, request),
            "proposals": [_plain(one, nodes) for one in proposed.proposals],
            "version": proposed.draft.version,
            "errand": reverse("errand", args=[proposed.asked.pk]) if proposed.asked is not None else None,
            "worded": proposed.asked.pk if proposed.asked is not None else worded or None,
        }
    )


@answers_json
@takes_bodies_of(MOST_BODY)
@require_POST
def settle(request: HttpRequest, draft_id: int) -> JsonResponse:
    """Write down what became of proposals. JSON: verdict, proposals."""
    actor, body = actor_of(request), body_of(request)
    rows = body.get("proposals")
    if not isinstance(rows, list) or not all(isinstance(row, dict) for row in rows):
        raise ApplicationError("error.proposal")
    return JsonResponse({"settled": proposing.keep_verdicts(actor, draft_id, str(body.get("verdict", ""))[:20], rows)})


@answers_json
@require_POST
def rewrite(request: HttpRequest, draft_id: int) -> JsonResponse:
    """Have a passage said otherwise. JSON: kind, block, start, end; and errand, when that is done: then it is answered as a proposal."""
    actor, body = actor_of(request), body_of(request)
    ask(actor, "draft.write")
    places = [body.get("start", 0), body.get("end", 0)]
    if not all(isinstance(place, int) and not isinstance(place, bool) and 0 <= place < 10**7 for place in places):
        raise ApplicationError("error.proposal")
    start, end = places
    passage = (str(body.get("kind", ""))[:20], str(body.get("block", ""))[:60], start, end)
    if body.get("errand") is None:
        errand = proposing.ask_for_rewrite(actor, draft_id, *passage)
        return JsonResponse({"errand": reverse("errand", args=[errand.pk]), "number": errand.pk}, status=202)
    answer = of_number(actor, str(body["errand"]), wording.REWRITE)
    found = proposing.rewritten_as(actor, draft_id, *passage, answer=answer)
    context = {"row": _shown(found), "words": (len(found.before.split()), len(found.after.split()))}
    return JsonResponse(
        {
            "shown": render_to_string("drafts/desk/rewrite_part.html", context, request),
            "proposal": _plain(found, {}) | {"was": {found.block: found.before}},
        }
    )


def _by_kind(proposed: proposing.Proposed) -> list[dict[str, Any]]:
    """The proposals by their kind, that of the largest gain first. joint: what all of a kind gain together, None where there are not several to accept."""
    kinds: dict[str, list[Proposal]] = {}
    for one in proposed.proposals:
        kinds.setdefault(one.check, []).append(one)
    return [
        {"check": check, "rows": [_shown(one) for one in found], "whole": sum(not one.is_skeleton for one in found), "joint": proposed.joint.get(check)}
        for check, found in kinds.items()
    ]  # fmt: skip


def _shown(proposal: Proposal) -> dict[str, Any]:
    shares = sorted(((name, gain) for name, gain in proposal.by_part if abs(gain) >= LEAST_BOUND / 2), key=lambda share: -share[1])
    return {
        "key": proposal.key, "check": proposal.check, "subject": proposal.subject, "pieces": _around(proposal.pieces), "gain": f"{proposal.gain:+.1f}".replace("-", "−"),
        "is_heading": proposal.is_heading, "is_skeleton": proposal.is_skeleton, "notes": [note for note in proposal.notes if note],
        "shares": ", ".join(f"{label(name)}\u00a0{gain:+.1f}".replace("-", "−") for name, gain in shares) if len(shares) > 1 else "",
    }  # fmt: skip


KEPT_AROUND = 90  # characters of what stays that are shown before and after a change


def _around(pieces: tuple[tuple[str, str], ...]) -> list[tuple[str, str]]:
    """The pieces, with long ones that stay cut down to what stands next to a change."""
    found = []
    for number, (how, text) in enumerate(pieces):
        if how == "same" and len(text) > 2 * KEPT_AROUND:
            before = "" if number == 0 else text[:KEPT_AROUND].rpartition(" ")[0] + " "
            after = "" if number == len(pieces) - 1 else " " + text[-KEPT_AROUND:].partition(" ")[2]
            text = f"{before}…{after}"
        found.append((how, text))
    return found


def _plain(proposal: Proposal, nodes: dict[str, Any]) -> dict[str, Any]:
    """What the editor needs to carry a proposal out. was: the text of each block that gets other content, by which it sees that nobody changed it meanwhile."""
    was = {
        operation.block: text_of_block(nodes[operation.block])
        for operation in proposal.operations
        if operation.kind == CONTENT and operation.block in nodes
    }
    return {
        "key": proposal.key, "check": proposal.check, "subject": proposal.subject, "block": proposal.block, "before": proposal.before, "after": proposal.after,
        "gain": round(proposal.gain, 3), "skeleton": proposal.is_skeleton, "operations": [asdict(operation) for operation in proposal.operations], "was": was,
    }  # fmt: skip
