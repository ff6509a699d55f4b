"""A text of their own for each of many people who type at once: no two share their sentences, so that nothing kept by text helps from one to another."""

from __future__ import annotations

import html
import random
from pathlib import Path

from markdown_it import MarkdownIt

_WHO = """the old mason|a patient owner|our neighbour|the surveyor|a young apprentice|whoever lives there|the second builder|somebody with time|a careful
helper|the woman next door|an honest firm|the man from the yard|a good plasterer|my brother|the last tenant|a retired joiner|their foreman|the parish
clerk|a visiting friend|the wall's new owner""".replace("\n", " ").split("|")
_DOES = """rakes out|brushes down|looks over|marks with chalk|wets|fills|taps with the brush|covers|leaves alone|scrapes clean|photographs|measures|writes
down|talks about|comes back to|points at|takes apart|puts right|worries over|explains""".replace("\n", " ").split("|")
_WHAT = """the joints by the door|a row of soft bricks|the lime mortar under the sill|the sand in its bags|the north gable|that hard grey patch|the chimney
above the roof|two metres of the front|the upright joints|a bucket of putty|the bed below the window|the damp corner|each brick that has lost its face|the
garden wall|the mix from last week|a sample on the shelf|the arch over the gate|everything at street level|the edge of the step|the whole of the back
wall""".replace("\n", " ").split("|")
_WHEN = """before breakfast|in the second week|when the wind drops|after a night of rain|with a lamp held sideways|as slowly as it needs|for the third time|while
the scaffold is there|without saying much|until the light goes|on the coldest morning of the year|because nobody else would|with a tool from the attic|and
then waits a day|for a very small sum|under wet hessian|long after the others have gone|as his father did|with more water than one thinks|and is glad of
it""".replace("\n", " ").split("|")
_WHY = """for water goes out where it finds it easiest|and that is most of the work|which the frost will test soon enough|so that the edges are spared|although a
machine would be quicker|since every wall dries in its own time|and the bricks are the better for it|as anybody can see from the pavement|which costs nothing
but patience|and the rain does the rest|before the lime has begun to harden|so the face of the brick stays whole|and nobody notices, which is the point|for a
joint is meant to give way first|however dull it may be""".replace("\n", " ").split("|")
_HEADINGS = [
    "What {what} needs",
    "How {who} goes about it",
    "{when_}: what to expect",
    "Why {what} comes first",
    "A word on {what}",
    "When to stop",
]


def text_of(number: int, words: int) -> str:
    """The HTML of person `number`'s text of about so many words. The same number always has the same text."""
    chance = random.Random(number)
    parts = [f"<h1>Repointing brick with lime mortar, as seen by number {number}</h1>"]
    count = 0
    while count < words:
        if len(parts) % 5 == 1:
            pattern = chance.choice(_HEADINGS)
            heading = pattern.format(what=chance.choice(_WHAT), who=chance.choice(_WHO), when_=chance.choice(_WHEN))
            parts.append(f"<h2>{heading[0].upper()}{heading[1:]}</h2>")
        sentences = [_sentence(chance) for _ in range(chance.randint(3, 7))]
        parts.append(f"<p>{html.escape(' '.join(sentences), quote=False)}</p>")
        count += sum(len(sentence.split()) for sentence in sentences)
    return "".join(parts)


def _sentence(chance: random.Random) -> str:
    who, does, what, when, why = (chance.choice(words) for words in (_WHO, _DOES, _WHAT, _WHEN, _WHY))
    return f"{who[0].upper()}{who[1:]} {does} {what} {when}, {why}."


def neutral_html() -> str:
    """A long draft on the demo's subject that was written by itself and shares nothing with the competitors' pages."""
    return MarkdownIt("commonmark").render((Path(__file__).parent / "texts" / "neutral.md").read_text(encoding="utf-8"))
