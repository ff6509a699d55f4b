"""The figures of quality, each as a share 0..1, worked out on the gold pages and labels. The benchmark prints them; tests hold them."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace
from statistics import mean, stdev

from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading
from fundament.core.reading.read_draft import read_draft
from fundament.core.reading.read_page import read_page
from fundament.core.scoring.guards.verdicts import Exemptions
from fundament.core.scoring.measured.features import draft_features
from fundament.core.scoring.score import score, score_features
from fundament.core.yardstick.model import ComparedPage, Subtopic, Yardstick
from fundament.core.yardstick.page_analysis import analyse_page
from fundament.core.yardstick.ranges import is_usual
from fundament.core.yardstick.section_groups.subtopics import find_subtopics
from fundament.core.yardstick.structure import structure_of
from gold import entities as gold_entities
from gold import terms as gold_terms
from gold.entities import GoldEntity, read_entities
from gold.mentions import CASES
from gold.natural import naturally
from gold.pages import GoldPage
from gold.studies import DemoStudy, demo_study
from gold.yardsticks import yardstick_of
from standins.sheets import to_html

FIRST = 50


def page_kinds(pages: Sequence[GoldPage]) -> tuple[float, list[str]]:
    """Share of pages whose kind is right, and those whose is not."""
    wrong = [f"{page.name}: {kind}" for page in pages if (kind := read_page(page.html, page.url).kind) != page.kind]
    return 1.0 - len(wrong) / len(pages), wrong


def terms(study: DemoStudy) -> dict[str, float]:
    """precision among the first terms, recall of the agreed list, and how many forbidden phrases are terms (a count)."""
    agreed, forbidden = gold_terms.phrases(gold_terms.AGREED[study.folder]), gold_terms.phrases(gold_terms.FORBIDDEN)
    right = agreed | gold_terms.phrases(gold_terms.ALSO[study.folder])
    first = study.yardstick.terms[:FIRST]
    found = {phrase for term in study.yardstick.terms for phrase in term.phrases}
    return {
        "precision": sum(any(p in right for p in term.phrases) for term in first) / len(first),
        "recall": len(agreed & found) / len(agreed),
        "forbidden": float(len(forbidden & found)),
    }


def entities(study: DemoStudy) -> dict[str, float]:
    """precision, recall of the agreed ones; of those that are right, the share with a kind, and the share of right kinds among these."""
    agreed = read_entities(gold_entities.AGREED[study.folder])
    known = agreed + read_entities(gold_entities.ALSO[study.folder])

    def of(phrases: tuple[tuple[str, ...], ...]) -> GoldEntity | None:
        return next((gold for gold in known if gold.names & set(phrases)), None)

    found = study.yardstick.entities
    right = [(entity, gold) for entity in found if (gold := of(entity.phrases))]
    named = {phrase for entity in found for phrase in entity.phrases}
    return {
        "precision": len(right) / len(found),
        "recall": sum(bool(gold.names & named) for gold in agreed) / len(agreed),
        "given": sum(bool(entity.kind) for entity, _ in right) / len(right),
        "kinds": sum(entity.kind in gold.kinds for entity, gold in right if entity.kind)
        / max(1, sum(bool(entity.kind) for entity, _ in right)),
    }


def counted_twice(yardstick: Yardstick) -> tuple[float, float]:
    """Shares of the entities' weight on what is a term too, and of the terms' weight on what is an entity too."""
    of_terms = {phrase for term in yardstick.terms for phrase in term.phrases}
    of_entities = {phrase for entity in yardstick.entities for phrase in entity.phrases}
    return (
        sum(entity.weight for entity in yardstick.entities if of_terms.intersection(entity.phrases))
        / sum(e.weight for e in yardstick.entities),
        sum(term.weight for term in yardstick.terms if of_entities.intersection(term.phrases)) / sum(t.weight for t in yardstick.terms),
    )


def entities_by_page(study: DemoStudy) -> tuple[float, float, list[str]]:
    """Of the sheets' own lists of what they name: precision and recall over all pages of the yardstick, and what differs.

    Only entities of the yardstick that careful readers agree on are looked at; whether those are found at all is `entities`.
    """
    agreed = read_entities(gold_entities.AGREED[study.folder])
    wanted = {sheet.address: {name.strip() for name in sheet.get("entities").split(",")} for sheet in study.sheets}
    right = found = there = 0
    wrong = []
    for gold in agreed:
        # a name and a longer one of the same thing may be two entities of the yardstick
        of_it = [entity.salience for entity in study.yardstick.entities if gold.names & set(entity.phrases)]
        if not of_it:
            continue
        for page, *salience in zip(study.yardstick.pages, *of_it, strict=True):
            says, does = gold.name in wanted[page.url], any(value > 0 for value in salience)
            right += says and does
            found += does
            there += says
            if says != does:
                wrong.append(f"{gold.name} {'not found' if says else 'not there'}: {page.url}")
    return right / found, right / there, wrong


def mentions() -> tuple[float, list[str]]:
    """Share with the right state of the labelled cases whose entity is found at all (others are for `entities` to count), and the wrong ones."""
    wrong: list[str] = []
    there = 0
    for folder, name, text, wanted in CASES:
        study = demo_study(folder)
        key = tuple(token.lemma for token in tokenize(name))
        entity = next((e for e in study.yardstick.entities if key in e.phrases), None)
        if entity is None:
            continue
        there += 1
        unblamed = Exemptions(own_pages=frozenset(range(len(study.pages))))  # the cases are sentences of the pages
        result = score_features(study.compiled, draft_features(study.compiled, read_draft(f"<p>{text}</p>", language="en"), unblamed))
        state = next(i.state for i in result.items_of("entities") if i.subject == entity.name)
        if state != wanted:
            wrong.append(f"{name}: {state} instead of {wanted}: {text}")
    return 1.0 - len(wrong) / there, wrong


def subtopics(study: DemoStudy) -> dict[str, float]:
    """B-cubed precision, recall and F1 (Bagga and Baldwin 1998) of the grouping against the sheets' labels; what is in no group is alone."""
    return _b_cubed(study, study.yardstick.subtopics, {page.url for page in study.yardstick.pages})


def subtopics_resampled(study: DemoStudy, times: int = 16) -> tuple[float, float]:
    """Mean of the same F1 over groupings of random two thirds of the pages, and the standard error of that mean: how far the one figure can be trusted."""
    chance = random.Random(0)
    pages = [page for page in study.pages if any(page.reading.url == summary.url for summary in study.yardstick.pages)]
    found = []
    for _ in range(times):
        some = sorted(chance.sample(pages, 2 * len(pages) // 3), key=lambda page: page.rank)
        urls = {page.reading.url for page in some}
        summaries = [summary for summary in study.yardstick.pages if summary.url in urls]
        grouped = find_subtopics(some, summaries, study.keyword, study.yardstick.language, most_subtopics=40)
        found.append(_b_cubed(study, grouped, urls)["f1"])
    return mean(found), stdev(found) / len(found) ** 0.5


def _b_cubed(study: DemoStudy, grouped: Sequence[Subtopic], pages: set[str]) -> dict[str, float]:
    wanted = {(sheet.address, heading): label for sheet in study.sheets for heading, label in sheet.subtopics if sheet.address in pages}
    group = {(h.url, h.text): number for number, subtopic in enumerate(grouped) for h in subtopic.headings}

    def of(item: tuple[str, str]) -> object:
        return group.get(item, item)

    precision = mean(mean(wanted[j] == wanted[i] for j in wanted if of(j) == of(i)) for i in wanted)
    recall = mean(mean(of(j) == of(i) for j in wanted if wanted[j] == wanted[i]) for i in wanted)
    return {"precision": precision, "recall": recall, "f1": 2 * precision * recall / (precision + recall)}


FREAKS = ("giant", "stuffed", "tiny", "headings", "off the subject")


def freak_page(study: DemoStudy, shape: str) -> ComparedPage:
    """A competitor unlike the others: of 14,000 words, of the usual length but stuffed, of a few words, all headings and images, or of another subject."""
    sentence = "They say that {} is so, and again and again it is {} that they go on about."
    names = [term.name for term in study.yardstick.terms[:12]]
    usual = study.yardstick.planned_words
    told = [sentence.format(name, name) for name in names]
    body = {
        "giant": f"<h2>More</h2><p>{' '.join(told)}</p>" * (14_000 // 200),
        "stuffed": f"<p>{' '.join((told * 40)[: usual // 17])}</p>",
        "tiny": "<p>There is not much to say about it here, so come back next week.</p>",
        "headings": "".join(
            f"<h2>{name}?</h2><p>{line}</p><p><img src=/i.png alt='{name}'></p>" for name, line in zip(names * 12, told * 12, strict=True)
        ),
        "off the subject": "<p>"
        + "The cat sat by the window and thought about the fish that it had eaten in the harbour. " * (usual // 17)
        + "</p>",
    }[shape]
    reading = read_page(f"<main><h1>Freak</h1>{body}</main>", "https://freak.example/")
    return ComparedPage(10, reading, analyse_page(reading))


def freak_moves(study: DemoStudy, shape: str) -> float:
    """The largest share by which one freak among ten competitors moves a target (counts by more than one use).

    Looked at are the ranges of all terms, and the planned length and the structure targets of the measures in which the freak is far off: where it is as
    others are, it is one more page, and may move the middle half as any page does.
    """
    nine = [replace_rank(page, rank) for rank, page in enumerate(study.pages[:9], 1)]
    freak = freak_page(study, shape)
    before, after = yardstick_of(nine, study.keyword), yardstick_of([*nine, freak], study.keyword)
    values = structure_of(freak.reading, study.keyword, "en")
    far_off = [
        name for name in before.structure
        if name in values and not is_usual([*(page.structure[name] for page in before.pages), values[name]])[-1]
    ]  # fmt: skip
    return largest_move(before, after, far_off)


def replace_rank(page: ComparedPage, rank: int) -> ComparedPage:
    """The page at another rank."""
    return ComparedPage(rank, page.reading, page.analysis)


def largest_move(before: Yardstick, after: Yardstick, structure: Sequence[str]) -> float:
    """The largest relative change of a target (planned length, a term's range, the middle half of a structure measure) between two
    yardsticks; counts that change by one at the most are rounding to whole uses."""
    moves = [abs(after.planned_words - before.planned_words) / before.planned_words if "words" in structure else 0.0]
    later = {term.phrases: term for term in after.terms}
    for term in before.terms:
        other = later.get(term.phrases)
        if other is None:
            continue
        for old, new in ((term.low, other.low), (term.high, other.high)):
            moves.append(abs(new - old) / old if abs(new - old) > 1 else 0.0)
    for name in structure:
        wanted = before.structure[name]
        for old, new in ((wanted.p25, after.structure[name].p25), (wanted.p75, after.structure[name].p75)):
            moves.append(abs(new - old) / old if old and abs(new - old) > 1 else 0.0)
    return max(moves)


DUMPS = ("commas", "lines", "items", "crammed", "and", "semicolons", "headings", "verbs")


def dump_of(shape: str, names: Sequence[str]) -> str:
    """Terms put into a text without sense, as HTML."""
    return {
        "commas": f"<p>{', '.join(names)}</p>",
        "lines": "".join(f"<p>{name}</p>" for name in names),
        "items": "<ul>" + "".join(f"<li>{name}</li>" for name in names) + "</ul>",
        "crammed": f"<p>This page is about the {', the '.join(names[:-1])} and the {names[-1]}.</p>",
        "and": f"<p>We do {' and '.join(names)} for you.</p>",
        "semicolons": f"<p>What is there to say of it; {'; '.join(names)}; and that is all of it.</p>",
        "headings": "".join(f"<h2>{name}</h2>" for name in names),
        "verbs": f"<p>The {' of the '.join(names)} is here.</p>",
    }[shape]


def stuffing(study: DemoStudy, size: int, shape: str) -> float:
    """What a dump of missing terms gains, as a share of what the same terms gain when each stands in a sentence of its own."""
    compiled = study.compiled
    draft = read_draft("<h1>A page</h1><p>We had tea afterwards and talked about the garden.</p>", language="en")
    before = score(draft, compiled)
    names = [item.subject for item in before.items_of("terms") if item.state == "absent"][:size]
    honest = score(with_more(draft, naturally(names)), compiled).total - before.total
    dumped = score(with_more(draft, dump_of(shape, names)), compiled).total - before.total
    return dumped / honest


def with_more(draft: Reading, html: str) -> Reading:
    """A draft with more text at its end."""
    more = read_draft(html, language=draft.language)
    return replace(draft, blocks=draft.blocks + more.blocks, word_count=draft.word_count + more.word_count)


def made_drafts(study: DemoStudy, count: int) -> list[Reading]:
    """Drafts from parts of the study's own pages: some short, some long, some without title, headings or images."""
    sheets = [sheet for sheet in study.sheets if sheet.get("kind") == "article"]
    drafts = []
    for number in range(count):
        blocks = to_html(sheets[number % len(sheets)].text).split("\n")
        blocks += to_html(sheets[(number * 3 + 1) % len(sheets)].text).split("\n")
        kept = [b for place, b in enumerate(blocks) if (place + number) % (2 + number % 4)]
        title = "" if number % 3 == 0 else sheets[number % len(sheets)].get("title")
        drafts.append(read_draft("\n".join(kept[: 10 + 9 * number]), title=title, language="en"))
    return drafts
