"""How long drafts of hostile shape take to be cleaned and to be measured with their edits, in one process.

    ./fundament bench attack.drafts
On the demo's competitors, without a database. Prints seconds of processor time and the size sent.
"""

from __future__ import annotations

import json
import time
from collections.abc import Callable
from typing import Any

from bench.material import build
from fundament.core.documents.read_document import read_document
from fundament.core.documents.schema import clean_document
from fundament.core.edits.next_edits import findings_for_features, measured
from fundament.core.errors import CoreError
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score_features

WORDS = [
    "the",
    "lime",
    "mortar",
    "of",
    "the",
    "old",
    "wall",
    "is",
    "soft",
    "and",
    "lets",
    "the",
    "stones",
    "dry",
    "while",
    "cement",
    "holds",
    "the",
    "water",
    "until",
    "the",
    "frost",
    "comes",
]


def _paragraph(text: str, **more: Any) -> dict[str, Any]:
    return {"type": "paragraph", "content": [{"type": "text", "text": text}], **more}


def _doc(*content: Any) -> dict[str, Any]:
    return {"type": "doc", "content": list(content)}


def _nested(depth: int) -> dict[str, Any]:
    inner: dict[str, Any] = _paragraph("lime")
    for _ in range(depth):
        inner = {"type": "blockquote", "content": [inner]}
    return _doc(inner)


def _sentence(count: int, stops: bool) -> str:
    words = [WORDS[number % len(WORDS)] for number in range(count)]
    return " ".join(f"{word}." if stops and number % 15 == 14 else word for number, word in enumerate(words))


SHAPES: dict[str, Callable[[], dict[str, Any]]] = {
    "3,000 words in paragraphs": lambda: _doc(*(_paragraph(_sentence(75, True)) for _ in range(40))),
    "nested 400 deep": lambda: _nested(400),
    "nested 24 deep, 4,000 times": lambda: _doc(*(_nested(22)["content"][0] for _ in range(4_000))),
    "100,000 attributes": lambda: _doc(_paragraph("lime", attrs={f"a{number}": number for number in range(100_000)})),
    "100,000 marks of one text": lambda: _doc({"type": "paragraph", "content": [{"type": "text", "text": "lime", "marks": [{"type": "bold"}] * 100_000}]}),
    "5,000 headings": lambda: _doc(*({"type": "heading", "attrs": {"level": 2}, "content": [{"type": "text", "text": f"The lime of wall {n}"}]} for n in range(5_000))),
    "20,000 images": lambda: _doc(*({"type": "image", "attrs": {"src": "https://a.example/a.png", "alt": "lime"}} for _ in range(20_000))),
    "39,900 words in one paragraph": lambda: _doc(_paragraph(_sentence(39_900, True))),
    "39,900 words without a full stop": lambda: _doc(_paragraph(_sentence(39_900, False))),
    "39,900 words in one cell": lambda: _doc({"type": "table", "content": [{"type": "tableRow", "content": [{"type": "tableCell", "content": [_paragraph(_sentence(39_900, True))]}]}]}),
    "39,900 paragraphs of a word": lambda: _doc(*(_paragraph("lime") for _ in range(39_900))),
    "2,000,000 letters": lambda: _doc(_paragraph("a" * 1_999_000)),
    "e.g. 70,000 times": lambda: _doc(_paragraph("e.g. " * 39_000)),
    "120,000 nodes": lambda: _doc(*(_paragraph("") for _ in range(118_000))),
}  # fmt: skip


def main() -> None:
    compiled = CompiledYardstick(build())
    print(f"{'shape':36} {'kB':>6} {'clean s':>8} {'measure s':>9}  words")
    for name, make in SHAPES.items():
        sent = json.dumps(make())
        begin = time.process_time()
        try:
            document = clean_document(json.loads(sent))
        except CoreError as error:
            print(f"{name:36} {len(sent) // 1000:6} {time.process_time() - begin:8.2f}  refused: {error.message.code}", flush=True)
            continue
        cleaned = time.process_time()
        reading = read_document(document, title="", description="", language="en")
        words = reading.word_count
        if words <= 40_000:
            features = draft_features(compiled, reading)
            score_features(compiled, features)
            measured(compiled, features, findings_for_features(compiled, features))
        print(f"{name:36} {len(sent) // 1000:6} {cleaned - begin:8.2f} {time.process_time() - cleaned:9.2f}  {words}", flush=True)


if __name__ == "__main__":
    main()
