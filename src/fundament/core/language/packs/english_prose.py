"""English prose: syllables with silent endings, filler words, the passive."""

from __future__ import annotations

import re

from fundament.core.language.prose import Prose, fillers

_RUNS = re.compile("[aeiouy]+")
_SILENT = re.compile(r"(?<=[^aeiouy])(?:e|es|ed)$")
_SOUNDED = re.compile(r"(?:[^aeiouy]le|[sxz]es|ches|shes|ges|ces|[td]ed)$")
_APART = re.compile(  # two vowels that are two syllables
    r"(?<![tscgx])i[aou]|(?<=[tscg])ia(?=t)|(?<![tc])ie(?=t$|ty|nce|nt)|^scie|crea|(?<=[a-z]{2})ea$|(?<!p)eo(?!u)|(?<![qg])ua(?=[ltn])|[eiuy]ing"
)
_OTHERWISE = {
    "every": 2,
    "everything": 3,
    "business": 2,
    "evening": 2,
    "people": 2,
    "something": 2,
    "sometimes": 2,
    "area": 3,
    "areas": 3,
    "ideas": 3,
    "clothes": 1,
}
_IRREGULAR = (
    "been born built bought brought broken caught chosen cut done drawn driven eaten fallen felt found given gone ground grown held hidden hit hung kept known laid led left lent lost made meant "
    "met paid put read rung said seen sent set shaken shot shown shut sold spent split spread stolen struck sunk sworn taken taught thought thrown told torn understood woken won worn written"
)
_PASSIVE = re.compile(
    r"\b(?:is|are|was|were|be|been|being|gets?|got)(?: (?:not|also|then|often|usually|always|never|only|still|already|now|first|well))?"
    r" (?:[a-z]{2,24}(?<!ne|re|he|nd|ie)ed|" + "|".join(_IRREGULAR.split()) + r")\b(?! (?:to be|about|with you))"
)  # fmt: skip


def syllables(word: str) -> int:
    """Syllables of an English word in small letters."""
    if word in _OTHERWISE:
        return _OTHERWISE[word]
    low = _SILENT.sub("", word) if not _SOUNDED.search(word) else word
    return max(1, len(_RUNS.findall(low)) + len(_APART.findall(low)))


PROSE = Prose(
    syllables,
    fillers=fillers(
        "very, really, quite, just, simply, basically, actually, totally, completely, absolutely, definitely, literally, obviously, clearly, essentially, in order to, due to the fact that, at this point in time, "
        "it should be noted that, it is important to note that, needless to say, as a matter of fact, in terms of, for all intents and purposes, at the end of the day, kind of, sort of, in fact, of course, "
        "a number of, each and every, first and foremost, in the event that"
    ),
    passive=_PASSIVE,
)  # fmt: skip
