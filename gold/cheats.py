"""Texts that try to earn a score without saying anything, made from a yardstick and its competitors' pages. They are what the guards are measured on.

Each is a Reading as of a draft. Nothing here looks at how the score is worked out; random choices have fixed seeds.
"""

from __future__ import annotations

import itertools
import random
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from html import escape

from fundament.core.language.packs import pack_of
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.yardstick.model import Yardstick

_SENTENCE_END = re.compile(r"(?<=[.!?])\s+")
_WORD = re.compile(r"\w+(?:['’-]\w+)*")
TEMPLATES = {
    "en": (
        "When you plan the work, think about {} before you begin with the rest.",
        "Most people find that {} makes a real difference in the end.",
        "It is worth asking somebody with experience how {} is done today.",
        "There are many ways to look at {}, and all of them need some care.",
        "In the long run, good advice on {} will save you time and money.",
        "Nobody should forget that {} is a part of the whole as well.",
    ),
    "de": (
        "Wer die Arbeit plant, denkt an {}, bevor er mit dem Rest beginnt.",
        "Die meisten finden, dass {} am Ende einen Unterschied macht.",
        "Es lohnt sich, jemanden zu fragen, wie es heute mit {} steht.",
        "Es gibt viele Arten, auf {} zu sehen, und alle brauchen etwas Sorgfalt.",
        "Auf lange Sicht spart ein guter Rat zu {} Zeit und Geld.",
        "Niemand sollte vergessen, dass auch {} zum Ganzen gehört.",
    ),
    "fr": (
        "Quand vous préparez le travail, pensez à {} avant de commencer le reste.",
        "La plupart des gens trouvent que {} fait une vraie différence à la fin.",
        "Il vaut la peine de demander à quelqu'un comment on traite {} aujourd'hui.",
        "Il y a plusieurs manières de voir {}, et toutes demandent un peu de soin.",
        "À la longue, un bon conseil sur {} vous fera gagner du temps.",
        "Personne ne devrait oublier que {} fait aussi partie de l'ensemble.",
    ),
}


IN_TWO = {
    "en": "Mind the {} here now. Look at the {} too.",
    "de": "Achten Sie hier auf {}. Sehen Sie auch {} an.",
    "fr": "Faites attention à {} ici. Regardez aussi {} de près.",
}


@dataclass(frozen=True)
class Cheat:
    """A text by what it does."""

    name: str
    draft: Reading


def paragraphs(blocks: Sequence[tuple[str, str]], language: str, *, title: str = "", description: str = "") -> Reading:
    """A draft of (tag, text)."""
    inner = []
    for tag, text in blocks:
        inner.append(f"<ul><li>{escape(text)}</li></ul>" if tag == "li" else f"<{tag}>{escape(text)}</{tag}>")
    return read_draft("".join(inner), title=title, description=description, language=language)


def cheats(yardstick: Yardstick, pages: Sequence[Reading]) -> Iterator[Cheat]:
    """All texts for one yardstick. pages: its competitors in rank order."""
    language = yardstick.language
    names = [term.name for term in yardstick.terms]
    wanted = [term.name for term in yardstick.terms for _ in range(max(1, term.low))]
    templates = TEMPLATES.get(language, TEMPLATES["en"])
    title = f"{yardstick.keyword.capitalize()}: everything you need to know"
    description = (
        f"All about {yardstick.keyword}, with answers to the questions that people ask most, and advice for those who are new to it."
    )
    head = {"title": title, "description": description}
    top = [("h1", yardstick.keyword.capitalize())]
    labels = [subtopic.label for subtopic in yardstick.subtopics]

    yield Cheat("empty", paragraphs([], language))
    yield Cheat("head alone", paragraphs(top, language, **head))
    yield Cheat("one template", paragraphs([*top, *(("p", templates[0].format(name)) for name in names)], language, **head))
    yield Cheat(
        "one template, as often as asked", paragraphs([*top, *(("p", templates[0].format(name)) for name in wanted)], language, **head)
    )
    yield Cheat(
        "six templates under the labels",
        paragraphs(_under(labels, [t.format(n) for t, n in zip(itertools.cycle(templates), wanted, strict=False)], top), language, **head),
    )
    yield Cheat(
        "two terms in a template",
        paragraphs(
            [*top, *(("p", templates[n % 2].format(f"{a} or {b}")) for n, (a, b) in enumerate(zip(names[::2], names[1::2], strict=False)))],
            language,
            **head,
        ),
    )
    yield Cheat("a paragraph, terms swapped", paragraphs([*top, *_swapped(names, templates)], language, **head))
    yield Cheat(
        "term lists", paragraphs([*top, *(("p", ", ".join(names[n : n + 8]) + ".") for n in range(0, len(names), 8))], language, **head)
    )
    yield Cheat("table cells", _cells([f"{name} part" for name in wanted], language, title, description))
    yield Cheat("list items", paragraphs([*top, *(("li", f"{name} part") for name in wanted)], language, **head))
    short = IN_TWO[language if language in IN_TWO else "en"]
    yield Cheat(
        "items of two short sentences",
        paragraphs([*top, *(("li", short.format(a, b)) for a, b in zip(wanted[::2], wanted[1::2], strict=False))], language, **head),
    )
    best = max(pages, key=lambda page: yardstick.page_scores.get(page.url, 0.0))
    yield Cheat("a copy of the best", planned(best, yardstick.planned_words))
    sentences = [
        s for page in pages for b in page.main_blocks() if b.kind == "paragraph" for s in _SENTENCE_END.split(b.text) if len(s.split()) > 5
    ]
    random.Random(1).shuffle(sentences)
    yield Cheat(
        "competitors' sentences under the labels",
        paragraphs(_under(labels, _words_of(sentences, yardstick.planned_words), top), language, **head),
    )
    chain = list(_chain(pages, yardstick.planned_words))
    yield Cheat("a chain of competitors' words", paragraphs(_under(labels, chain, top), language, **head))
    yield Cheat("the best, words shuffled", shuffled(planned(best, yardstick.planned_words)))
    yield Cheat("the best, content words permuted", permuted(planned(best, yardstick.planned_words)))
    filler = [templates[n % len(templates)].format(names[n % len(names)]) for n in range(2_300)] if names else []
    yield Cheat(
        "30,000 words, 77 headings",
        paragraphs(
            _under([labels[n % len(labels)] if labels else f"{yardstick.keyword} {n}" for n in range(77)], filler, top), language, **head
        ),
    )


def _chain(pages: Sequence[Reading], most: int) -> Iterator[str]:
    """Paragraphs in which each word is one that follows the word before on some page (a Markov chain)."""
    follows: dict[str, list[str]] = {}
    for page in pages:
        for block in page.main_blocks():
            if block.kind == "paragraph":
                for before, after in itertools.pairwise(["", *block.text.split(), ""]):
                    follows.setdefault(before, []).append(after)
    choose = random.Random(5)
    words = 0
    while follows and words < most:
        told: list[str] = []
        while (word := choose.choice(follows[told[-1] if told else ""])) or not told:
            told.append(word)
        words += len(told)
        yield " ".join(told)


def _under(labels: Sequence[str], sentences: Sequence[str], top: Sequence[tuple[str, str]]) -> list[tuple[str, str]]:
    """The sentences in paragraphs of four below the labels in turn."""
    blocks = list(top)
    each = max(1, -(-len(sentences) // max(1, len(labels))))
    for number, start in enumerate(range(0, len(sentences), each)):
        if labels:
            blocks.append(("h2", labels[number % len(labels)]))
        own = sentences[start : start + each]
        blocks += [("p", " ".join(own[n : n + 4])) for n in range(0, len(own), 4)]
    return blocks


def _swapped(names: Sequence[str], templates: Sequence[str]) -> Iterator[tuple[str, str]]:
    """One paragraph of six sentences again and again, each time with other terms."""
    for start in range(0, len(names), len(templates)):
        yield "p", " ".join(t.format(name) for t, name in zip(templates, names[start : start + len(templates)], strict=False))


def _cells(texts: Sequence[str], language: str, title: str, description: str) -> Reading:
    rows = "".join(f"<tr><td>{escape(text)}</td><td>yes</td></tr>" for text in texts)
    return read_draft(f"<h1>{escape(title)}</h1><table>{rows}</table>", title=title, description=description, language=language)


def _words_of(sentences: Sequence[str], most: int) -> list[str]:
    found, words = [], 0
    for sentence in sentences:
        words += len(sentence.split())
        if found and words > most:
            break
        found.append(sentence)
    return found


def planned(page: Reading, words: int) -> Reading:
    """A page's main content, cut at so many words, as a draft."""
    blocks, count = [], 0
    for block in page.main_blocks():
        if count >= words and block.kind != "heading":
            break
        blocks.append((_tag(block.kind, block.level), block.text))
        count += len(block.text.split())
    return paragraphs(blocks, page.language, title=page.title, description=page.description)


def _tag(kind: str, level: int) -> str:
    return {"heading": f"h{level}", "list_item": "li", "quote": "blockquote", "code": "pre"}.get(kind, "p")


def shuffled(draft: Reading, *, items: bool = False) -> Reading:
    """The draft with the words of every sentence in another order."""
    choose = random.Random(2)

    def mix(sentence: str) -> str:
        words = sentence.rstrip(".!?").lower().split()
        choose.shuffle(words)
        return f"{' '.join(words)}.".capitalize()

    return _each_sentence(draft, mix, items)


def permuted(draft: Reading, *, items: bool = False) -> Reading:
    """The draft with the content words of all its text exchanged among their places; function words stay."""
    functional = pack_of(draft.language).function_words
    choose = random.Random(3)
    words = [w for b in draft.main_blocks() if b.kind != "heading" for w in _WORD.findall(b.text) if w.lower() not in functional]
    choose.shuffle(words)
    rest = iter(words)

    def mix(sentence: str) -> str:
        return _WORD.sub(lambda m: m.group() if m.group().lower() in functional else next(rest, m.group()), sentence)

    return _each_sentence(draft, mix, items)


def _each_sentence(draft: Reading, mix, items: bool) -> Reading:
    blocks = []
    for block in draft.main_blocks():
        if block.kind in ("heading", "code"):
            blocks.append((_tag(block.kind, block.level), block.text))
            continue
        text = " ".join(mix(sentence) for sentence in _SENTENCE_END.split(block.text) if sentence)
        blocks.append(("li" if items else _tag(block.kind, block.level), text))
    return paragraphs(blocks, draft.language, title=draft.title, description=draft.description)
