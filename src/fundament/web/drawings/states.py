"""The four states, told by shape first: hollow ring, half-filled, solid, solid with a cap."""

from __future__ import annotations

from django.utils.html import format_html
from django.utils.safestring import SafeString

# the words each part has for its states, and the shape each is drawn with
SHAPE_OF = {
    "absent": "absent",
    "below": "below",
    "within": "within",
    "above": "above",
    "only mentioned": "below",
    "recognised": "within",
    "covered": "below",
    "headed": "within",
}
_DRAWN = {
    "absent": '<circle cx="7" cy="8" r="4.6" class="ring"/>',
    "below": '<circle cx="7" cy="8" r="4.6" class="ring"/><path d="M2.4 8a4.6 4.6 0 0 0 9.2 0z" class="fill"/>',
    "within": '<circle cx="7" cy="8" r="5.2" class="fill"/>',
    "above": '<circle cx="7" cy="8.6" r="4.8" class="fill"/><rect x="1.6" y="0.6" width="10.8" height="2.2" class="fill"/>',
}


def state_mark(state: str) -> SafeString:
    """The mark of a state, with its name for readers that do not see it."""
    shape = SHAPE_OF.get(state, "absent")
    return format_html(
        '<svg class="state state-{}" width="14" height="15" viewBox="0 0 14 15" role="img" aria-label="{}"><title>{}</title>{}</svg>',
        shape, state, state, SafeString(_DRAWN[shape]),
    )  # fmt: skip
