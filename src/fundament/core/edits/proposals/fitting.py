"""Whether a term belongs where it is put: by what the place says, and by what others put before the noun it stands before then."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.edits.proposals.model import WritingTask
from fundament.core.edits.proposals.trial import Trial
from fundament.core.language.analysis import Sentence, analyse_text
from fundament.core.language.function_words import function_words
from fundament.core.language.vectors import embed, unit

Place = tuple[str, str]  # a sentence, and the passage it is of

LEAST_FIT = 0.57  # below it a term is mostly put where it does not belong (docs/quality.md)
# that others put a word before a noun, and in how many of the noun's uses; below it a reader asks why this one (docs/quality.md)
LEAST_TOGETHER, LEAST_SHARE = 2, 0.06


def fit(place: Place, examples: Sequence[str]) -> float:
    """Closeness of a sentence and of its passage to the sentences of others with a term: two cosines, added."""
    middle = unit(embed(examples).mean(axis=0, keepdims=True))[0]
    return float((embed(place) @ middle).sum())


def before_noun(old: Sentence, new: Sentence, task: WritingTask) -> tuple[str, str] | None:
    """(last word of the term that comes into a sentence, the word it stands right before then), as lemmas; None where it stands before none."""
    shared = min(len(old.lemmas), len(new.lemmas))
    first = next((n for n in range(shared) if old.lemmas[n] != new.lemmas[n]), shared)
    tail = next((n for n in range(shared - first) if old.lemmas[-1 - n] != new.lemmas[-1 - n]), shared - first)
    at = len(new.lemmas) - tail
    if not tail or at - 1 < first or new.lemmas[at] in function_words(task.language):
        return None
    of_term = {lemma for sentence in analyse_text(task.term, task.language) for lemma in sentence.lemmas}
    parted = new.bounds(at - 1, at)[1] + 1 < new.bounds(at, at + 1)[0]  # by a comma or the like
    return None if parted or new.lemmas[at - 1] not in of_term else (new.lemmas[at - 1], new.lemmas[at])


def is_usual(pair: tuple[str, str], trial: Trial) -> bool:
    """Whether others often put that word before that noun. It says which of its kind is meant: "the mortar" is mostly lime mortar, "the wall" hardly ever the garden wall."""
    together, alone = trial.uses_together(*pair)
    return together >= LEAST_TOGETHER and together >= LEAST_SHARE * alone
