"""Shortening a text by rules: phrases that say in many words what one says, words that add nothing, asides, and connecting words that open a sentence."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator

# what is said in many words, and in few; "" where nothing is lost without it
LONG_WINDED = {
    "in order to": "to", "so as to": "to", "due to the fact that": "because", "owing to the fact that": "because", "because of the fact that": "because",
    "in spite of the fact that": "although", "despite the fact that": "although", "in the event that": "if", "in case of": "with", "for the purpose of": "for",
    "with regard to": "about", "with respect to": "about", "in relation to": "about", "as regards": "about", "in terms of": "in", "a large number of": "many", "a great number of": "many",
    "a number of": "several", "a majority of": "most", "the majority of": "most", "a lot of": "much", "lots of": "many", "at this point in time": "now", "at the present time": "now",
    "at the same time": "meanwhile", "in the near future": "soon", "for a long time": "long", "in the course of": "during", "in the process of": "", "on a regular basis": "regularly", "on a daily basis": "daily",
    "is able to": "can", "are able to": "can", "was able to": "could", "were able to": "could", "be able to": "can", "has the ability to": "can", "have the ability to": "can",
    "it is possible to": "one can", "it is necessary to": "one must", "it is important to": "", "make use of": "use", "makes use of": "uses", "made use of": "used",
    "take into account": "consider", "takes into account": "considers", "in addition to": "besides", "as well as": "and", "with the exception of": "except", "in the absence of": "without",
    "prior to": "before", "subsequent to": "after", "in accordance with": "by", "by means of": "by", "the way in which": "how", "each and every": "every", "first and foremost": "first",
    "all of the": "all the", "both of the": "both", "inside of": "inside", "outside of": "outside", "off of": "off", "whether or not": "whether", "until such time as": "until", "not only": "",
    "but also": "and", "what is more": "", "needless to say": "", "it should be noted that": "", "it is worth noting that": "", "it is important to note that": "", "please note that": "", "note that": "",
    "as a matter of fact": "", "the fact is that": "", "the truth is that": "", "in fact": "", "of course": "", "as a rule": "mostly", "for example": "", "for instance": "", "in general": "",
    "more or less": "", "to a certain extent": "partly", "in many cases": "often", "in most cases": "mostly", "in some cases": "sometimes", "such that": "so that", "the reason why": "why",
    "there is no doubt that": "", "one of the most": "a most", "that have been": "", "which have been": "", "that has been": "", "which has been": "", "over the course of": "over", "a little bit": "a little",
}  # fmt: skip
ADDS_NOTHING = frozenset(
    [
        "very",
        "really",
        "quite",
        "rather",
        "just",
        "simply",
        "basically",
        "actually",
        "totally",
        "completely",
        "absolutely",
        "certainly",
        "definitely",
        "essentially",
        "generally",
        "usually",
        "particularly",
        "especially",
        "extremely",
        "fairly",
        "somewhat",
        "also",
        "indeed",
        "always",
        "even",
        "literally",
        "obviously",
        "clearly",
        "naturally",
        "perhaps",
        "merely",
        "truly",
        "entirely",
        "highly",
        "greatly",
        "probably",
        "typically",
        "relatively",
        "virtually",
        "practically",
        "exactly",
        "fully",
    ]
)
OPENS = (
    "However,", "Moreover,", "Furthermore,", "Therefore,", "In addition,", "As a result,", "Of course,", "For example,", "For instance,", "In fact,", "In general,", "Generally,", "Usually,", "Also,", "Indeed,",
    "Finally,", "Additionally,", "Consequently,", "Thus,", "Nevertheless,", "Similarly,", "Overall,", "Naturally,", "Again,", "Besides,", "Meanwhile,", "Then,", "So,", "And", "But", "Still,",
)  # fmt: skip
_ASIDE = re.compile(r" ?\([^()\n]{3,160}\)")
_DASHED = re.compile(r" [–—] [^–—.;:\n]{3,120} [–—](?= )")
_CLAUSE = re.compile(
    r", (?:which|who|where|as|such as|including|for example|for instance|as a rule|in turn|of course|that is)\b[^,.;:()\n]{2,140}(?:,(?= )|(?=[.;]))"
)
_WHICH_IS = re.compile(r"\b(?:which|that|who) (?:is|are|was|were) (?=[a-z]+ed\b(?! to\b))")
_SENTENCE = re.compile(r"[^.!?]+[.!?]+[\"”’)]*\s*|[^.!?]+$")
WANTED = 0.15  # share of the words that goes


def shorten(text: str, keep: list[str]) -> str:
    """A shorter text. keep: phrases no use of which may go. Rules that lose least come first; no further one is used once enough is gone."""
    words = len(text.split())
    for rule in (_plainer, _without_openings, _without_empty_words, _without_asides):
        for changed in rule(text):
            if _holds(changed, text, keep):
                text = changed
        if len(text.split()) <= (1 - WANTED) * words:
            return text
    return _without_a_sentence(text, keep, words)


def _holds(changed: str, text: str, keep: list[str]) -> bool:
    return all(changed.lower().count(phrase.lower()) >= text.lower().count(phrase.lower()) for phrase in keep)


def _each(pattern: re.Pattern[str], replace: Callable[[re.Match[str]], str]) -> Callable[[str], Iterator[str]]:
    """Every place of a pattern changed by itself, the last first, so that those before it stay where they are."""

    def rule(text: str) -> Iterator[str]:
        done = text
        for match in reversed(list(pattern.finditer(text))):
            done = done[: match.start()] + replace(match) + done[match.end() :]
            yield _mended(done)

    return rule


def _plain(match: re.Match[str]) -> str:
    short = LONG_WINDED[match.group().lower()]
    return short[:1].upper() + short[1:] if match.group()[0].isupper() else short


_LONG = re.compile(r"\b(?:" + "|".join(sorted(LONG_WINDED, key=len, reverse=True)) + r")\b", re.IGNORECASE)
_EMPTY = re.compile(r"\b(?:" + "|".join(sorted(ADDS_NOTHING)) + r")\b ", re.IGNORECASE)
_OPENING = re.compile(r"(?:(?<=[.!?] )|\A)(?:" + "|".join(re.escape(opening) for opening in OPENS) + r") ")


def _plainer(text: str) -> Iterator[str]:
    for match in reversed(list(_LONG.finditer(text))):
        text = _mended(text[: match.start()] + _plain(match) + text[match.end() :])
        yield text
    for match in reversed(list(_WHICH_IS.finditer(text))):
        text = _mended(text[: match.start()] + text[match.end() :])
        yield text


def _without_openings(text: str) -> Iterator[str]:
    return _each(_OPENING, lambda match: "")(text)


def _without_empty_words(text: str) -> Iterator[str]:
    return _each(_EMPTY, lambda match: "")(text)


def _without_asides(text: str) -> Iterator[str]:
    for pattern in (_ASIDE, _DASHED, _CLAUSE):
        for match in reversed(list(pattern.finditer(text))):
            text = _mended(text[: match.start()] + text[match.end() :])
            yield text


def _without_a_sentence(text: str, keep: list[str], words: int) -> str:
    """Without one sentence more, never the first, as long as too little is gone: the shortest that is enough, else the longest."""
    sentences = _SENTENCE.findall(text)
    while len(sentences) > 2 and (missing := sum(len(s.split()) for s in sentences) - (1 - WANTED) * words) > 0:
        sizes = [len(sentence.split()) for sentence in sentences]
        order = sorted(range(1, len(sentences)), key=lambda n: (sizes[n] < missing, abs(sizes[n] - missing), -n))
        gone = next((n for n in order if _holds("".join(sentences[:n] + sentences[n + 1 :]), "".join(sentences), keep)), 0)
        if not gone:
            break
        del sentences[gone]
    return "".join(sentences).strip()


def _mended(text: str) -> str:
    """One space between words, none before a comma, and a capital where a sentence begins."""
    text = re.sub(r"  +", " ", text)
    text = re.sub(r" (?=[,.;:])", "", text).strip()
    return re.sub(r"(\A|[.!?] )([a-z])", lambda match: match[1] + match[2].upper(), text)
