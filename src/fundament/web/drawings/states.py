"""The states, told by shape first: an upright level like a gauge glass, empty, filled to the middle, filled, with a cap line above; its outline broken
where the state is a perhaps."""

from __future__ import annotations

from django.utils.html import format_html
from django.utils.safestring import SafeString

from fundament.messages import label, words

# the states that the parts have, and the shape each is drawn with
SHAPE_OF = {
    "absent": "absent",
    "below": "below",
    "within": "within",
    "above": "above",
    "only mentioned": "below",
    "recognised": "within",
    "covered": "below",
    "headed": "within",
    "perhaps covered": "perhaps",
}
_GLASS = '<path d="M3.5 3.5v11h5v-11" class="glass"/>'
_DRAWN = {
    "absent": _GLASS,
    "perhaps": '<path d="M3.5 3.5v11h5v-11" class="glass" stroke-dasharray="2 1.8"/>',
    "below": '<rect x="3.5" y="9" width="5" height="5.5" class="fill"/>' + _GLASS,
    "within": '<rect x="3.5" y="3.5" width="5" height="11" class="fill"/>' + _GLASS,
    "above": '<rect x="3.5" y="3.5" width="5" height="11" class="fill"/>' + _GLASS + '<path d="M1 1.2h10" class="cap"/>',
}


ON_WORD, EXCUSED = "word", "excused"
_BESIDE = {  # what a person's word draws beside the level, and what it says
    ON_WORD: ('<path class="state-word" d="M2 15.2h8"/>', "state.on_word"),
    EXCUSED: ('<path class="state-struck" d="M0.5 14.5L11.5 1.5"/>', "state.excused"),
}


def state_mark(state: str, word: str = "") -> SafeString:
    """The mark of a state, with its name for readers that do not see it. word: ON_WORD has a short bar under the level, EXCUSED is struck through."""
    shape = SHAPE_OF.get(state, "absent")
    drawn, beside = _BESIDE.get(word, ("", ""))
    said = label(f"state.{state}")
    if beside:
        said = words(beside, state=said)
    return format_html(
        '<svg class="state state-{}" width="12" height="16" viewBox="0 0 12 16" role="img" aria-label="{}"><title>{}</title>{}{}</svg>',
        shape, said, said, SafeString(_DRAWN[shape]), SafeString(drawn),
    )  # fmt: skip
