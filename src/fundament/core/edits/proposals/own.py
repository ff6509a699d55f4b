"""Proposals that need nobody's wording: a heading for what the text says already, a long paragraph split, title and description, alt texts, emphasis."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator, Sequence

from fundament.core.documents.changing import (
    AFTER,
    ALT,
    BEFORE,
    CONTENT,
    DESCRIPTION,
    TITLE,
    Operation,
    blocks_of,
    fresh_id,
    text_of_block,
    with_mark,
)
from fundament.core.documents.difference import word_pieces
from fundament.core.documents.schema import Node, plain_text
from fundament.core.edits.proposals.model import Proposal
from fundament.core.edits.proposals.written import Written
from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of
from fundament.core.reading.model import Reading
from fundament.core.scoring.evidence import best_blocks
from fundament.core.scoring.guards.copies import RUN
from fundament.core.scoring.measured.features import DraftFeatures
from fundament.core.scoring.measured.headings import HEADED_AT
from fundament.core.scoring.points import DESCRIPTION_LENGTH, TITLE_LENGTH, structure_target
from fundament.core.yardstick.structure import LONG_PARAGRAPH

_NAME_AT_END = re.compile(r"\A(.{1,400}?)(\s[-–—|·]\s)([^-–—|·]{1,100})\Z")
_WORD = re.compile(r"[^\W\d_]{1,60}")
LEAST_SAID = 0.6  # of a heading's words of content
SHOWN = 160  # characters of what stands below a heading
MOST_BOLD, MOST_HEADINGS, MOST_SPLITS = 3, 4, 2


def own_proposals(written: Written) -> Iterator[Proposal]:
    """All of them, without their gains."""
    return itertools.chain.from_iterable(kind(written) for kind in KINDS)


def _id(node: Node) -> str:
    return str(node.get("attrs", {}).get("id", ""))


def _headings(written: Written) -> Iterator[Proposal]:
    """A heading over the paragraph that covers a subtopic, where none stands over it yet."""
    top, reading, compiled, features, edits = written.top, written.reading, written.compiled, written.features, written.edits
    number_of = {subtopic.key: number for number, subtopic in enumerate(compiled.yardstick.subtopics)}
    covered = features.figures.levels(len(compiled.subtopic_weight))
    places = best_blocks(compiled, features).tolist()
    place_of = {_id(node): place for place, node in enumerate(top)}
    used: set[str] = set()
    level = 2
    levels = []
    for node in top:
        level = node["attrs"]["level"] if node["type"] == "heading" else level
        levels.append(max(2, level))
    for edit in edits:
        number = number_of.get(edit.finding.subject_key, -1) if edit.finding.check == "head_subtopic" else -1
        if number < 0 or covered[number] <= 0.0:
            continue
        closest = places[number]
        block = (
            reading.blocks[closest].key if 0 <= closest < len(reading.blocks) else ""
        )  # what a person said is there already stands behind them
        place = place_of.get(block, -1)
        subtopic = compiled.yardstick.subtopics[number]
        if place < 1 or block in used or top[place]["type"] != "paragraph" or len(subtopic.label.split()) >= RUN:
            continue
        if top[place - 1]["type"] == "heading" or (
            place > 1 and top[place - 2]["type"] == "heading" and top[place - 1]["type"] != "paragraph"
        ):
            continue  # two headings with nothing between, or a picture alone
        if _share_below(subtopic.label, top[place:], compiled.language) < LEAST_SAID:
            continue
        if len(used) >= MOST_HEADINGS:
            return
        used.add(block)
        key = f"head_subtopic:{subtopic.key}"
        made = {
            "type": "heading",
            "attrs": {"level": levels[place], "id": fresh_id(key, block)},
            "content": [{"type": "text", "text": subtopic.label}],
        }
        below = " ".join(_text(top[place]).split())
        below = below if len(below) <= SHOWN else below[:SHOWN].rpartition(" ")[0] + " …"
        yield Proposal(
            key, "head_subtopic", "subtopics", subtopic.key, subtopic.label, block, (("new", subtopic.label), ("same", f"\n{below}")),
            (Operation(BEFORE, block, [made]),), is_heading=True,
        )  # fmt: skip


def _share_below(label: str, nodes: Sequence[Node], language: str) -> float:
    """How much of a heading's words of content stands in the text below it, up to the next heading: a heading promises nothing that is not said."""
    functional = function_words(language)
    wanted = {lemma for sentence in analyse_text(label, language) for lemma in sentence.lemmas if lemma not in functional}
    below = itertools.takewhile(lambda node: node["type"] != "heading", nodes)
    said = {lemma for node in below for sentence in analyse_text(plain_text(node), language) for lemma in sentence.lemmas}
    return len(wanted & said) / len(wanted) if wanted else 1.0


def _text(node: Node) -> str:
    return "".join(child.get("text", " ") for child in node.get("content", ()))


def _splits(written: Written) -> Iterator[Proposal]:
    """A long paragraph, split between two of its sentences."""
    top, compiled = written.top, written.compiled
    made = 0
    for node in top:
        text = text_of_block(node) if node["type"] == "paragraph" else None
        if text is None or len(text.split()) <= LONG_PARAGRAPH:
            continue
        sentences = analyse_text(text, compiled.language)
        half = next((n for n in range(1, len(sentences)) if sum(s.words for s in sentences[:n]) >= sum(s.words for s in sentences) / 2), 0)
        if not half or len(sentences) < 2:
            continue
        at = sentences[half].start
        first, second = _cut(node, at)
        if (made := made + 1) > MOST_SPLITS:
            return
        key = f"split_paragraph:{_id(node)}"
        yield Proposal(
            key, "split_paragraph", "structure", _id(node), " ".join(text.split()[:6]) + " …", _id(node),
            (("same", text[:at].rstrip()), ("new", "\n\n"), ("same", text[at:])),
            (Operation(CONTENT, _id(node), first), Operation(AFTER, _id(node), [{"type": "paragraph", "attrs": {"id": fresh_id(key, text)}, "content": second}])),
        )  # fmt: skip


def _cut(node: Node, at: int) -> tuple[list[Node], list[Node]]:
    """A block's content in two; the space between goes."""
    first: list[Node] = []
    second: list[Node] = []
    start = 0
    for child in node["content"]:
        text, end = child["text"], start + len(child["text"])
        here, there = text[: max(0, at - start)], text[max(0, at - start) :]
        here = here.rstrip() if end >= at else here
        if here:
            first.append({**child, "text": here})
        if there:
            second.append({**child, "text": there})
        start = end
    return first, second


def _headings_by_subject(reading: Reading, features: DraftFeatures) -> list[str]:
    """The H2 in order, those that are of a subtopic of the yardstick first."""
    headings = [
        (placed.features.heading.max(initial=0.0) < HEADED_AT, block.text)
        for block, placed in zip(
            reading.main_blocks(), features.blocks, strict=False
        )  # behind them stands what a person said is there already
        if block.kind == "heading" and block.level == 2
    ]
    return [text for _, text in sorted(headings, key=lambda one: one[0])]


def _title(written: Written) -> Iterator[Proposal]:
    """A title tag with the keyword first, that fits. What stands after a dash or a line in the title there is, which mostly is a name, stays. below: headings that may be named in it."""
    top, compiled, title = written.top, written.compiled, written.reading.title
    below = _headings_by_subject(written.reading, written.features)
    low, high = TITLE_LENGTH
    keyword = compiled.yardstick.keyword
    heading = next((_text(node) for node in top if node["type"] == "heading" and node["attrs"]["level"] == 1), "")
    if keyword.lower() in title.lower() and low <= len(title) <= high:
        return
    name = keyword[:1].upper() + keyword[1:]
    rest = [text for text in (title, heading) if text and keyword.lower() not in text.lower()]
    whole = [text for text in (title, heading) if keyword.lower() in text.lower()]
    ending = _NAME_AT_END.search(title)
    after = "".join(ending.groups()[1:]) if ending and keyword.lower() not in ending[3].lower() else ""
    functional, small = function_words(compiled.language), _small_words(top, compiled.language)
    named = [text for text in below if set(_lemmas(text, compiled.language)) - set(_lemmas(keyword, compiled.language)) - functional]
    below = [text for text in named if keyword.lower() not in text.lower()]
    made = [f"{name}{after}", *(f"{name}: {_within(text, small)}{after}" for text in below)] if after else []
    made += [*whole, *(f"{name}: {_within(text, small)}" for text in rest)]
    for one, other in itertools.pairwise(below):
        made.append(f"{name}: {_within(one, small)} and {_within(other, small)}")
    made += [f"{name}: {_within(one, small)}" for one in below]
    found = next((text for text in made if low <= len(text) <= high and text != title), "")
    if found:
        yield Proposal("title:title", "title", "placement", "title", "", "", word_pieces(title, found), (Operation(TITLE, "", found),))


def _lemmas(text: str, language: str) -> list[str]:
    return [lemma for sentence in analyse_text(text, language) for lemma in sentence.lemmas]


def _small_words(top: Sequence[Node], language: str) -> frozenset[str]:
    """The words that the text writes small somewhere, and those without meaning of their own."""
    return frozenset(word for node in top for word in _WORD.findall(plain_text(node)) if word.islower()) | function_words(language)


def _within(text: str, small: frozenset[str]) -> str:
    """A heading or sentence as it stands inside a line: a name keeps its capital."""
    first = _WORD.match(text)
    return text[:1].lower() + text[1:] if first and first.group().lower() in small else text


def _description(written: Written) -> Iterator[Proposal]:
    """A description of whole sentences of the text that earn, one with the keyword first."""
    top, compiled, features, description = written.top, written.compiled, written.features, written.reading.description
    low, high = DESCRIPTION_LENGTH
    keyword = compiled.yardstick.keyword.lower()
    if keyword in description.lower() and low <= len(description) <= high:
        return
    language = compiled.language
    about, ourselves = set(_lemmas(keyword, language)) - function_words(language), pack_of(language).ourselves
    denied = {features.blocks[v.block].text[v.start : v.end].strip() for v in features.verdicts}
    said: list[tuple[bool, str, str]] = []  # whether something speaks against it, the sentence, the one after it in its paragraph
    for node in top:
        text = _text(node) if node["type"] == "paragraph" else ""
        natural = [sentence for sentence in analyse_text(text, language) if sentence.natural]
        shown = [text[sentence.start : sentence.end].strip() for sentence in natural]
        for place, (sentence, words) in enumerate(zip(natural, shown, strict=True)):
            if words in denied:
                continue
            after = shown[place + 1] if place + 1 < len(shown) else ""
            lemmas = set(sentence.lemmas)
            # one inside a paragraph points back to what stands before it; one of ourselves tells nothing of the subject
            against = place > 0 or not about & lemmas or bool(ourselves & {word.lower() for word in _WORD.findall(words)})
            said.append((against, words, "" if after in denied else after))
    small = _small_words(top, compiled.language)
    said.sort(key=lambda one: one[0])
    name = compiled.yardstick.keyword[:1].upper() + compiled.yardstick.keyword[1:]
    firsts = [(text, after) for _, text, after in said if keyword in text.lower()]
    firsts += [(f"{name}: {_within(text, small)}", after) for _, text, after in said[:12]]
    for first, after in firsts:
        fitting = [text for text in (f"{first} {after}".strip(), first) if low <= len(text) <= high]
        found = fitting[0] if fitting else ""
        if found and found != description:
            yield Proposal(
                "description:description", "description", "placement", "description", "", "", word_pieces(description, found),
                (Operation(DESCRIPTION, "", found),),
            )  # fmt: skip
            return


def _alt_texts(written: Written) -> Iterator[Proposal]:
    """A picture without alt text that has a caption says what the caption says."""
    document = written.document

    for block, image in blocks_of(document).items():
        if image["type"] != "image":
            continue
        caption = " ".join(str(image["attrs"].get("caption") or "").split())
        if caption and not (image["attrs"].get("alt") or "").strip():
            yield Proposal(
                f"alt:{block}",
                "alt",
                "structure",
                block,
                caption,
                block,
                (("new", caption),),
                (Operation(ALT, block, caption.rstrip(".")),),
            )


def _emphasis(written: Written) -> Iterator[Proposal]:
    """The first use of a term of the first tier in bold, where the competitors have more of it."""
    top, compiled, features = written.top, written.compiled, written.features
    missing = int(structure_target(compiled, "bold")[0] - features.structure["bold"])
    if missing <= 0:
        return
    functional = function_words(compiled.language)
    terms = [number for number, term in enumerate(compiled.yardstick.terms) if term.tier == 1 and term.is_noun and len(term.phrases[0]) > 1]
    done: set[int] = set()
    for node in top:
        text = text_of_block(node) if node["type"] == "paragraph" else None
        if text is None:
            continue
        for sentence in analyse_text(text, compiled.language):
            match = next(
                (m for m in compiled.term_matcher.find(sentence.lemmas, sentence.joined) if m.phrase in terms and m.phrase not in done),
                None,
            )
            if match is None or sentence.lemmas[match.start] in functional:
                continue
            start, end = sentence.bounds(match.start, match.end)
            content = with_mark(node, start, end, "bold")
            if content is None:
                continue
            done.add(match.phrase)
            term = compiled.yardstick.terms[match.phrase]
            yield Proposal(
                f"emphasis:{term.key}", "emphasis", "structure", term.key, term.name, _id(node),
                (("same", text[sentence.start : start]), ("new", text[start:end]), ("same", text[end : sentence.end])),
                (Operation(CONTENT, _id(node), content),), counts=False,
            )  # fmt: skip
            break
        if len(done) >= min(missing, MOST_BOLD):
            return


# every kind of proposal that needs nobody's wording, in the order in which two of one paragraph are preferred
KINDS: tuple[Callable[[Written], Iterator[Proposal]], ...] = (_headings, _splits, _title, _description, _alt_texts, _emphasis)
