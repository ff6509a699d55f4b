"""Subtopics: the competitors' headings, grouped by meaning with the text below them.

How alike two sections are is worked out in `section_similarity`, in several views. Each view is grouped by average-linkage clustering, cut at
several distances; how often two sections fall in one group is then their similarity for a last clustering (evidence accumulation, Fred and Jain
2005), which hardly depends on any one view or cut. All that is relative: in every study something is closest. So a group is then taken apart again where
its sections do not probably belong together in absolute terms (`section_probability`), and groups are put together that do.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from fundament.core.language.analysis import analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.packs import pack_of, words_of_all
from fundament.core.language.words import tokenize
from fundament.core.reading.model import Reading
from fundament.core.yardstick.added_weights import Mask, with_added
from fundament.core.yardstick.makers import least_makers, makers_of
from fundament.core.yardstick.model import ComparedPage, PageSummary, Subtopic, SubtopicHeading
from fundament.core.yardstick.section_groups.section_probability import probabilities
from fundament.core.yardstick.section_groups.section_similarity import Distances, Section, plain_label, section_distances, section_tables
from fundament.core.yardstick.structure import is_question
from fundament.core.yardstick.term_finding.terms import added_masks, rank_weight

CUT_DISTANCES = (0.8, 0.9, 1.0)
CUT_APART = 0.6  # sections apart in more of the groupings than this, on average, are not of one subtopic
_CODE = re.compile(r"[_=<>\\{}]|\(\d?\)|\w[./]\w|\d\.\d")
LEAST_PROBABLE = 0.25  # sections that belong together with a lower probability, on average, are not of one subtopic
LEAST_PROBABLE_TO_MERGE = 0.3  # two groups are one from here on
BELOW_WORDS = 60


def sections_of(reading: Reading) -> list[Section]:
    """The sections of a page's main content, in order; H1 and headings of over 25 words are left out."""
    blocks = reading.main_blocks()
    starts = [i for i, b in enumerate(blocks) if b.kind == "heading"]
    sections = []
    for order, start in enumerate(starts):
        block = blocks[start]
        if block.level < 2 or len(block.text.split()) > 25:
            continue
        end = starts[order + 1] if order + 1 < len(starts) else len(blocks)
        below = tuple(b.text for b in blocks[start + 1 : end] if b.text)
        if not below:
            end = next((s for s in starts[order + 1 :] if blocks[s].level <= block.level), len(blocks))
            below = tuple(b.text for b in blocks[start + 1 : end] if b.kind != "heading" and b.text)
        text = " ".join(below)
        place = order / max(1, len(starts) - 1)
        sections.append(Section(block.text, block.level, round(place, 4), " ".join(text.split()[:BELOW_WORDS]), text, below))
    return sections


def find_subtopics(
    pages: Sequence[ComparedPage], summaries: Sequence[PageSummary], keyword: str, language: str, *, most_subtopics: int
) -> tuple[Subtopic, ...]:
    """Groups of headings found on at least two competitors' pages (one, when there are only two), heaviest first."""
    keyword_lemmas = frozenset(token.lemma for token in tokenize(keyword, language))
    found = sections_to_group(pages, language)
    if not found:
        return ()
    sections = [(number, section) for number, _, section in found]
    tables = section_tables(sections, keyword_lemmas, language)
    views = section_distances(sections, keyword_lemmas, language, tables)
    labels = _grouped(views, probabilities(sections, keyword_lemmas, language, tables))
    distance = np.mean(views, axis=0)  # for the label: the heading closest to the others
    least = 2 if len(pages) > 2 else 1
    makers = makers_of(pages)
    agreed = least_makers(makers)
    of_ourselves = [_of_ourselves(section.heading, language) for _, section in sections]
    groups: dict[int, list[int]] = {}
    for position, label in enumerate(labels):
        groups.setdefault(int(label), []).append(position)
    subtopics = []
    for members in groups.values():
        # what only one site has, or has in the same words, is its form, and nobody's agreement
        said = {(makers[found[m][0]], plain_label(found[m][2].heading).lower()) for m in members}
        if len({found[m][0] for m in members}) < least or len(said) < least or len({site for site, _ in said}) < agreed:
            continue
        if all(of_ourselves[m] for m in members):
            continue
        closest = min(
            members,
            key=lambda m: (
                of_ourselves[m],
                _says_little(found[m][2].heading, language),
                float(distance[m, members].sum()),
                len(found[m][2].heading),
                m,
            ),
        )
        headings = tuple(
            SubtopicHeading(page.reading.url, s.heading, s.level, s.place, s.below, len(s.text.split()))
            for _, page, s in (found[m] for m in members)
        )
        subtopics.append(Subtopic(plain_label(found[closest][2].heading), 0, 0.0, 2, 0.0, False, headings))
    return weigh_subtopics(weigh_subtopics(_once_each(subtopics, language), summaries)[:most_subtopics], summaries)


def _once_each(subtopics: Sequence[Subtopic], language: str) -> list[Subtopic]:
    """The subtopics with those of one label put together: the same words in other forms and another order."""
    found: dict[frozenset[str], Subtopic] = {}
    for subtopic in subtopics:
        words = frozenset(token.lemma for token in tokenize(subtopic.label, language)) - function_words(language)
        words = words or frozenset([subtopic.label.lower()])
        other = found.get(words)
        found[words] = subtopic if other is None else replace(other, headings=(*other.headings, *subtopic.headings))
    return list(found.values())


def sections_to_group(pages: Sequence[ComparedPage], language: str) -> list[tuple[int, ComparedPage, Section]]:
    """All sections of the pages that may belong to a subtopic, each with its page and that page's number."""
    found = [(number, page, section) for number, page in enumerate(pages) for section in sections_of(page.reading)]
    return [f for f in found if not _heads_nothing(f[2].heading, language)]


def group_sections(sections: Sequence[tuple[int, Section]], keyword_lemmas: frozenset[str], language: str) -> list[int]:
    """The number of each section's group."""
    tables = section_tables(sections, keyword_lemmas, language)
    views = section_distances(sections, keyword_lemmas, language, tables)
    return _grouped(views, probabilities(sections, keyword_lemmas, language, tables))


def _grouped(views: Sequence[Distances], probable: Distances) -> list[int]:
    return _merged(_probable(_group(views), probable), probable)


def _merged(labels: Sequence[int], probable: Distances) -> list[int]:
    """The groups put together whose sections belong together with a probability of LEAST_PROBABLE_TO_MERGE on average, the most probable first."""
    given = np.array(labels)
    shares = np.array([(given == label) / (given == label).sum() for label in dict.fromkeys(labels)])
    members = [np.flatnonzero(row) for row in shares]
    between = shares @ probable @ shares.T
    np.fill_diagonal(between, 0.0)
    while len(members) > 1:
        kept, gone = sorted(divmod(int(between.argmax()), len(members)))
        if between[kept, gone] < LEAST_PROBABLE_TO_MERGE:
            break
        sizes = len(members[kept]), len(members[gone])
        row = (sizes[0] * between[kept] + sizes[1] * between[gone]) / sum(sizes)
        between[kept], between[:, kept], between[kept, kept] = row, row, 0.0
        between = np.delete(np.delete(between, gone, 0), gone, 1)
        members[kept] = np.concatenate((members[kept], members.pop(gone)))
    new = np.zeros(len(given), dtype=int)
    for number, places in enumerate(members):
        new[places] = number
    return new.tolist()


def _probable(labels: Sequence[int], probable: Distances) -> list[int]:
    """The groups taken apart where their sections do not probably belong together: average linkage within each, cut at LEAST_PROBABLE."""
    from scipy.cluster.hierarchy import fcluster, linkage

    new = np.zeros(len(labels), dtype=int)
    given = np.array(labels)
    for label in dict.fromkeys(labels):
        members = np.flatnonzero(given == label)
        parts = np.ones(len(members), dtype=int)
        if len(members) > 1:
            apart = 1.0 - probable[np.ix_(members, members)]
            parts = fcluster(linkage(apart[np.triu_indices(len(members), 1)], "average"), 1.0 - LEAST_PROBABLE, "distance")
        new[members] = new.max() + parts
    return new.tolist()


def weigh_subtopics(subtopics: Sequence[Subtopic], pages: Sequence[PageSummary]) -> tuple[Subtopic, ...]:
    """The subtopics with pages, level, place and weight worked out from their headings; weights sum to 100, heaviest first."""
    return tuple(sorted(weighed_subtopics(subtopics, pages), key=lambda s: (-s.weight, s.place, s.label)))


def weighed_subtopics(subtopics: Sequence[Subtopic], pages: Sequence[PageSummary]) -> list[Subtopic]:
    """The same in the order they are given in."""
    if not subtopics:
        return []
    there = on_pages(subtopics, pages)
    weights = subtopic_weights(there, pages, added_masks(subtopics)[1])
    return [
        replace(
            subtopic,
            pages=int(there[number].sum()),
            weight=round(float(weights[number]), 6),
            level=Counter(h.level for h in subtopic.headings).most_common(1)[0][0],
            place=round(float(np.median([h.place for h in subtopic.headings])), 4),
            is_question=sum(is_question(h.text) for h in subtopic.headings) * 2 > len(subtopic.headings),
        )
        for number, subtopic in enumerate(subtopics)
    ]


def on_pages(subtopics: Sequence[Subtopic], pages: Sequence[PageSummary]) -> NDArray[np.bool_]:
    """Whether a page has a heading in a subtopic, shape (subtopics, pages)."""
    urls = [{h.url for h in subtopic.headings} for subtopic in subtopics]
    return np.array([[page.url in found for page in pages] for found in urls], dtype=bool).reshape(len(urls), len(pages))


def subtopic_weights(there: Mask, pages: Sequence[PageSummary], kept: Mask) -> Distances:
    """Weights of subtopics, which sum to 100: the share of the pages that have a heading for it, weighed by rank. there: shape (subtopics, pages); kept: see
    `terms.added_masks`."""
    weights = with_added(there @ np.array([rank_weight(page.rank) for page in pages]), np.zeros(len(there), dtype=bool), kept)
    return np.asarray(100.0 * weights / (weights.sum() or 1.0))


def _is_closing(heading: str, language: str) -> bool:
    """ "Conclusion", "Introduction" and the like: part of the form, not of the subject."""
    words = _content_words(heading, language)
    return plain_label(heading).strip(" :.").lower() in words_of_all("closing_phrases") or (
        bool(words) and all(word in words_of_all("closing_words") for word in words)
    )


def _heads_nothing(heading: str, language: str) -> bool:
    """Whether a heading belongs to the form of a page ("Conclusion", "More information"), or is the name of a command, a function or a version."""
    words = _content_words(heading, language)
    if _is_closing(heading, language) or (words and all(word in words_of_all("form_headings") for word in words)):
        return True
    return all(_CODE.search(word) or not any(sign.isalpha() for sign in word) for word in plain_label(heading).split())


def _says_little(heading: str, language: str) -> bool:
    """ "Description", "More details": it may head a subtopic on a page, but would not tell a reader which one it is."""
    words = _content_words(heading, language)
    return all(word in words_of_all("general_headings") or word in words_of_all("closing_words") for word in words)


def _of_ourselves(heading: str, language: str) -> bool:
    """ "How we do the work", "Our guarantee": what a firm says of itself."""
    return any(token.text.lower().replace("’", "'") in pack_of(language).ourselves for token in tokenize(plain_label(heading), language))


def _content_words(heading: str, language: str) -> list[str]:
    functional = function_words(language)
    sentences = analyse_text(plain_label(heading), language)
    return [word for s in sentences for t in s.tokens if (word := t.text.lower()) not in functional]


def _group(views: Sequence[Distances]) -> list[int]:
    """The number of each section's group."""
    from scipy.cluster.hierarchy import cophenet, fcluster, linkage  # 40 MB, and a process that only scores groups nothing

    size = len(views[0])
    if size < 2:
        return [1] * size
    rows, columns = np.triu_indices(size, 1)
    together = np.zeros(len(rows))
    for distance in views:
        joined_at = cophenet(linkage(distance[rows, columns], method="average"))
        for cut in CUT_DISTANCES:
            together += joined_at <= cut
    tree = linkage(1.0 - together / (len(views) * len(CUT_DISTANCES)), method="average")
    return [int(label) for label in fcluster(tree, CUT_APART, criterion="distance")]
