"""What the competitors have in common: the targets a draft is measured against."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from statistics import median

from fundament.core.message import Message
from fundament.core.reading.addresses import site_of
from fundament.core.reading.model import Reading
from fundament.core.version import CONSENSUS_VERSION
from fundament.core.yardstick.page_analysis import PageAnalysis
from fundament.core.yardstick.substance import Substance

SEVERAL_SITES = 3
MOST_PROPOSED = 3_000  # words, twice a long article: what is longer is a manual, and whoever writes one says so


@dataclass(frozen=True)
class ComparedPage:
    """A competitor as the yardstick takes it: rank (1 is first), reading and analysis."""

    rank: int
    reading: Reading
    analysis: PageAnalysis

    @property
    def site(self) -> str:
        """The host it is from; a page without one, such as an uploaded file, is a site of its own."""
        return site_of(self.reading.url) or self.reading.url


@dataclass(frozen=True)
class OwnEntity:
    """An entity that a person brings: its name, kind and further names."""

    name: str
    kind: str
    aliases: tuple[str, ...] = ()


@dataclass(frozen=True)
class Settings:
    """What a consensus is made with: limits are counts; own_entities are looked for beside those that are found, secondary_keywords
    beside the keyword."""

    most_terms: int = 150
    most_entities: int = 80
    most_subtopics: int = 40
    own_entities: tuple[OwnEntity, ...] = ()
    secondary_keywords: tuple[str, ...] = ()


@dataclass(frozen=True)
class Range:
    """Robust distribution of a measure over the competitors; `pages` is how many values stand behind it."""

    least: float
    p10: float
    p25: float
    median: float
    p75: float
    p90: float
    p95: float
    most: float
    pages: int


@dataclass(frozen=True)
class Term:
    """A phrase of the subject.

    phrases: lemma tuples that count as uses (spelling variants). weight: share of 100 over all terms. tier: 1 (most
    shared) to 3. per_thousand: uses per 1,000 words over competitors that use it. low, high: target range in uses at the
    planned length; ceiling: uses above it cost. head: one of the keyword's own words or phrases. is_noun: it names a thing
    (phrases end in a noun; a single word is mostly tagged as one). termhood: the probability that it is a term of the subject and no word of the kind of
    text; 1 for one that is known to be.
    counts: uses on every competitor's page, in rank order; prominent: on which of them it is in the title tag or a heading.
    own: brought by a person; kept: it stays by decision, though no competitor has it any more.
    """

    name: str
    phrases: tuple[tuple[str, ...], ...]
    tier: int
    pages: int
    weight: float
    per_thousand: Range
    low: int
    high: int
    ceiling: int
    specificity: float
    head: bool
    counts: tuple[int, ...]
    prominent: tuple[bool, ...]
    is_noun: bool
    first_sentences: tuple[tuple[str, str], ...] = ()  # (url, sentence)
    key: str = ""
    termhood: float = 1.0
    own: bool = False
    kept: bool = False

    @property
    def telling(self) -> float:
        """What its weight is multiplied by: how specific it is, 0..4, as far as it is a term of the subject."""
        return min(self.specificity, 4.0) * self.termhood**5


@dataclass(frozen=True)
class UnsureTerm:
    """A phrase that may be a term of the subject or a word of the kind of text: shown, and counted for nothing. pages: of the competitors that use it."""

    name: str
    pages: int
    uses: int
    termhood: float


@dataclass(frozen=True)
class Entity:
    """A named thing or a concept of the subject.

    kind: person, organisation, place, product, work, law, event, or a concept's kind (substance, artefact, ...).
    weight: share of 100 over all entities. salience: on each competitor's page, 0..1, in rank order.
    context: lemmas that stand near it on the competitors' pages; two of them near a mention make it recognised. beside: of what is a term too, those that no term pays for.
    is_term: terms pay for its words too.
    worth: 0..1, what its weight is multiplied by: 0 of an everyday noun that earns as a term, less than 1 of a concept without a kind.
    own: brought by a person; it stays whether competitors name it or not. kept: see Term.
    """

    name: str
    kind: str
    aliases: tuple[str, ...]
    phrases: tuple[tuple[str, ...], ...]
    pages: int
    weight: float
    salience: tuple[float, ...]
    context: tuple[str, ...]
    own: bool = False
    key: str = ""
    kept: bool = False
    worth: float = 1.0
    is_term: bool = False
    beside: tuple[str, ...] = ()


@dataclass(frozen=True)
class SubtopicHeading:
    """A heading of a competitor in a subtopic, with the beginning of the text below it."""

    url: str
    text: str
    level: int
    place: float  # where on its page, 0 first to 1 last
    below: str
    words: int = 0  # of the text below it, up to the next heading


@dataclass(frozen=True)
class Subtopic:
    """Headings of several competitors that mean the same. weight: share of 100; level, place: usual level and order. kept: see Term."""

    label: str
    pages: int
    weight: float
    level: int
    place: float
    is_question: bool
    headings: tuple[SubtopicHeading, ...]
    key: str = ""
    kept: bool = False


@dataclass(frozen=True)
class StatedBy:
    """A competitor's sentence that makes a statement. figures: those in it, as written."""

    url: str
    text: str
    figures: tuple[str, ...] = ()


@dataclass(frozen=True)
class SharedStatement:
    """What three makers' pages or more say, each in its own words. text: the sentence that is most like the others; stated: all of them, that one first. It counts nothing.
    key: of the sentence that it was decided by, else of the first; decision: an action of `consensus.decide`, "" for none."""

    text: str
    pages: int
    stated: tuple[StatedBy, ...]
    key: str = ""
    decision: str = ""


@dataclass(frozen=True)
class PageSummary:
    """A competitor in short.

    structure: its measures; zones: how much of the keyword (0..1) each zone has; keyword_uses: (exact, partial) uses of it by zone. text: its words as
    numbers, see `page_words`. secondary: its share of each secondary keyword in the zones of SECONDARY_ZONES.
    """

    url: str
    rank: int
    title: str
    kind: str
    words: int
    structure: dict[str, float]
    zones: dict[str, float]
    keyword_uses: dict[str, tuple[int, int]] = field(default_factory=dict)
    text: str = ""
    secondary: dict[str, tuple[float, ...]] = field(default_factory=dict)


@dataclass(frozen=True)
class CompetitorFeatures:
    """What a competitor has of what the others share, so that it can be scored against them without being read again.

    terms, entities, subtopics: the numbers of those that the others share without it. figures: what it has of them, in this order, section by section; see
    `scoring.figures`. structure, placement, keyword, variety, earning_share and secondary: see DraftFeatures. denied: sentences that earn nothing, as (number of the block among those that
    count, first character, last + 1). factors: what substance leaves of each of these blocks, () where all is left; substance: see DraftFeatures.
    """

    url: str
    terms: tuple[int, ...]
    entities: tuple[int, ...]
    subtopics: tuple[int, ...]
    figures: str
    structure: dict[str, float]
    placement: dict[str, float]
    keyword: tuple[float, ...]
    variety: float
    earning_share: float
    denied: tuple[tuple[int, int, int], ...] = ()
    secondary: dict[str, tuple[float, ...]] = field(default_factory=dict)
    factors: tuple[float, ...] = ()
    substance: float = 1.0


@dataclass(frozen=True)
class Consensus:
    """What the competitors have in common, before anybody decides anything. No planned length and no keys of identity are in it.

    terms, entities, subtopics: weights as proposed; the terms' targets are not set yet. structure: measure -> Range. zones: share (0..1) of the
    competitors with the exact keyword in a zone. competitors: empty with fewer than the LEAST_PAGES of `scoring.aim`.
    """

    keyword: str
    language: str
    pages: tuple[PageSummary, ...]
    terms: tuple[Term, ...]
    entities: tuple[Entity, ...]
    subtopics: tuple[Subtopic, ...]
    structure: dict[str, Range]
    zones: dict[str, float]
    settings: Settings
    notes: tuple[Message, ...] = ()
    unsure_terms: tuple[UnsureTerm, ...] = ()
    competitors: tuple[CompetitorFeatures, ...] = ()
    substance: Substance | None = None
    statements: tuple[SharedStatement, ...] = ()
    version: str = CONSENSUS_VERSION


@dataclass(frozen=True)
class Yardstick:
    """The targets: a consensus with a person's decisions on it. page_scores: of the competitors by address, each against the others; aim, enough and
    is_aim_firm come from them (see `scoring.aim`). usual_evidence, keyword_presence, item_share: see `scoring.leave_one_out.Competition`. page_points: the competitors' points
    by target, see `scoring.statements`. moved: points of 100 that decisions moved, see `consensus.moved`; as_proposed: the yardstick without them, where that is much. is_confirmed: an
    editor confirmed these decisions. secondary_factors: how much each secondary keyword counts, empty where nothing was decided on them. required: the keys of what a person said must be there."""

    keyword: str
    language: str
    planned_words: int
    pages: tuple[PageSummary, ...]
    terms: tuple[Term, ...]
    entities: tuple[Entity, ...]
    subtopics: tuple[Subtopic, ...]
    structure: dict[str, Range]
    zones: dict[str, float]
    settings: Settings
    notes: tuple[Message, ...] = ()
    unsure_terms: tuple[UnsureTerm, ...] = ()
    page_scores: dict[str, float] = field(default_factory=dict)
    aim: float = 0.0
    enough: float = 0.0
    is_aim_firm: bool = True
    usual_evidence: float = 0.0
    keyword_presence: tuple[float, ...] = ()
    item_share: float = 0.2
    page_points: dict[str, dict[str, float]] = field(default_factory=dict)
    moved: float = 0.0
    as_proposed: Yardstick | None = None
    is_confirmed: bool = False
    version: str = CONSENSUS_VERSION
    secondary_factors: tuple[float, ...] = ()
    substance: Substance | None = None
    required: tuple[str, ...] = ()
    statements: tuple[SharedStatement, ...] = ()

    @property
    def proposed_words(self) -> int:
        """The length that is proposed for these pages, see there."""
        return proposed_words(self.pages)

    @property
    def is_median_proposed(self) -> bool:
        """Whether that is the median of the pages."""
        return median(page.words for page in self.pages) <= MOST_PROPOSED


def proposed_words(pages: Sequence[PageSummary]) -> int:
    """The length that is proposed: the median of the pages, at most MOST_PROPOSED."""
    return min(MOST_PROPOSED, round(median(page.words for page in pages)))
