"""Shortening a text by rules: phrases that say in many words what one says, words that add nothing, asides, and connecting words that open a sentence."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping

# what is said in many words, and in few; "" where nothing is lost without it
LONG_WINDED = {
    "in order to": "to", "so as to": "to", "due to the fact that": "because", "owing to the fact that": "because", "because of the fact that": "because",
    "in spite of the fact that": "although", "despite the fact that": "although", "in the event that": "if", "for the purpose of": "for",
    "with regard to": "about", "with respect to": "about", "in relation to": "about", "as regards": "about", "a large number of": "many", "a great number of": "many",
    "a number of": "several", "a majority of": "most", "the majority of": "most", "at this point in time": "now", "at the present time": "now",
    "in the near future": "soon", "for a long time": "long", "in the course of": "during", "in the process of": "", "on a regular basis": "regularly", "on a daily basis": "daily",
    "is able to": "can", "are able to": "can", "was able to": "could", "were able to": "could", "be able to": "can", "has the ability to": "can", "have the ability to": "can",
    "it is possible to": "one can", "it is necessary to": "one must", "it is important to": "", "make use of": "use", "makes use of": "uses", "made use of": "used",
    "take into account": "consider", "takes into account": "considers", "in addition to": "besides", "as well as": "and", "with the exception of": "except", "in the absence of": "without",
    "prior to": "before", "subsequent to": "after", "in accordance with": "by", "by means of": "by", "the way in which": "how", "each and every": "every", "first and foremost": "first",
    "all of the": "all the", "both of the": "both", "inside of": "inside", "outside of": "outside", "off of": "off", "whether or not": "whether", "until such time as": "until", 
    "what is more": "", "needless to say": "", "it should be noted that": "", "it is worth noting that": "", "it is important to note that": "", "please note that": "", "note that": "",
    "as a matter of fact": "", "the fact is that": "", "the truth is that": "", "in fact": "", "of course": "", "as a rule": "mostly", "this means that": "", "that means that": "", "notice that": "", "keep in mind that": "", "make sure that": "see that", "will need to": "must",
    "all kinds of": "many", "for the most part": "mostly", "with the help of": "with", "on the basis of": "from", "in the form of": "as", "at all times": "always",
    "more or less": "", "to a certain extent": "partly", "in many cases": "often", "in most cases": "mostly", "in some cases": "sometimes", "such that": "so that", "the reason why": "why",
    "there is no doubt that": "", "that have been": "", "which have been": "", "that has been": "", "which has been": "", "over the course of": "over", "a little bit": "a little",
}  # fmt: skip
# a word that says how sure or how often something is is none of them: without it the sentence says another thing
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
        "particularly",
        "extremely",
        "fairly",
        "somewhat",
        "also",
        "indeed",
        "literally",
        "obviously",
        "clearly",
        "naturally",
        "merely",
        "truly",
        "entirely",
        "highly",
        "greatly",
    ]
)
OPENS = (
    "Moreover,", "Furthermore,", "In addition,", "Of course,", "In fact,", "Also,", "Indeed,", "Finally,", "Additionally,", "Overall,", "Naturally,", "Again,", "Besides,",
    "Meanwhile,", "Then,", "So,", "And",
)  # fmt: skip
_ASIDE = re.compile(r" ?\([^()\n]{3,160}\)")
_DASHED = re.compile(r" [–—] [^–—.;:\n]{3,120} [–—](?= )")
_CLAUSE = re.compile(
    r", (?:which|who|where|such as|including|for example|for instance|in turn|of course|that is|with an? |then an? |so that|thus|whereas|while|as well as)\b[^,.;:()\n]{2,140}(?:,(?= )|(?=[.;]))"
)
_AFTER_SEMICOLON = re.compile(r";(?! (?:if|otherwise|but|or|then)\b) [^.;:!?()\n]{3,240}(?=[.;!?])")
_WHICH_IS = re.compile(r"\b(?:which|that|who) (?:is|are|was|were) (?=[a-z]+ed\b(?! to\b))")
_SENTENCE = re.compile(r"\S.*?(?:[.!?]+[\"”’)]*\s+(?=[\"“(]?[A-Z])|\Z)", re.DOTALL)
WANTED = 0.15  # share of the words that goes
MOST = 0.35  # and how much a single step may take


Rules = tuple[tuple[re.Pattern[str], Callable[[re.Match[str]], str]], ...]
_LONG = re.compile(r"\b(?:" + "|".join(sorted(LONG_WINDED, key=len, reverse=True)) + r")\b", re.IGNORECASE)
_EMPTY = re.compile(r"\b(?:" + "|".join(sorted(ADDS_NOTHING)) + r")\b ", re.IGNORECASE)
_OPENING = re.compile(r"(?:(?<=[.!?] )|\A)(?:" + "|".join(re.escape(opening) for opening in OPENS) + r") ")


def _plain(match: re.Match[str]) -> str:
    short = LONG_WINDED[match.group().lower()]
    return short[:1].upper() + short[1:] if match.group()[0].isupper() else short


def _nothing(match: re.Match[str]) -> str:
    return ""


# (what is found, what stands there then); what loses least comes first
LOSING_NOTHING: Rules = ((_LONG, _plain), (_WHICH_IS, _nothing), (_OPENING, _nothing), (_EMPTY, _nothing))
LOSING_AN_ASIDE: Rules = ((_ASIDE, _nothing), (_DASHED, _nothing), (_CLAUSE, _nothing), (_AFTER_SEMICOLON, _nothing))


def shorten(text: str, keep: Mapping[str, int]) -> str:
    """A shorter text. keep: phrases that may not be used less often than so. What loses nothing is said short wherever it stands; asides and sentences go until enough is gone."""
    text = _mended(text)
    words = len(text.split())
    for pattern, replace in LOSING_NOTHING + LOSING_AN_ASIDE:
        for match in reversed(list(pattern.finditer(text))):  # from the end, so that the places before stay where they are
            if (pattern, replace) in LOSING_AN_ASIDE and len(text.split()) <= (1 - WANTED) * words:
                return text
            changed = _mended(text[: match.start()] + replace(match) + text[match.end() :])
            if _may_stand(changed, words, keep):
                text = changed
    return _without_sentences(text, keep, words)


def _may_stand(changed: str, words: int, keep: Mapping[str, int]) -> bool:
    if len(changed.split()) < (1 - MOST) * words:
        return False
    found = changed.lower()
    return all(len(re.findall(rf"(?<!\w){re.escape(phrase.lower())}(?!\w)", found)) >= least for phrase, least in keep.items())


def _without_sentences(text: str, keep: Mapping[str, int], words: int) -> str:
    """Without one sentence more, never the first, as long as too little is gone: the shortest that is enough, else the longest."""
    sentences = _SENTENCE.findall(text)
    while len(sentences) > 1 and (missing := sum(len(s.split()) for s in sentences) - (1 - WANTED) * words) > 0:
        sizes = [len(sentence.split()) for sentence in sentences]
        order = sorted(range(1, len(sentences)), key=lambda n: (sizes[n] < missing, abs(sizes[n] - missing), -n))
        gone = next((n for n in order if _may_stand("".join(sentences[:n] + sentences[n + 1 :]), words, keep)), 0)
        if not gone:
            break
        del sentences[gone]
    return "".join(sentences).strip()


def _mended(text: str) -> str:
    """One space between words, none before a comma, no comma where a sentence or part begins, and a capital where a sentence does."""
    text = re.sub(r"  +", " ", text)
    text = re.sub(r"(\A ?|[.!?;–—] |\(|--), ?", r"\1", text)
    text = re.sub(r" (?=[,.;:])|,(?=[.;:!?])", "", text).strip()
    return re.sub(r"(\A|[.!?] )([a-z])", lambda match: match[1] + match[2].upper(), text)
