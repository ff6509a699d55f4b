"""English lemmas: regional spelling made one, and words whose dictionary lemma would join what must stay apart."""

from __future__ import annotations

import re

import simplemma

from fundament.core.language.packs.english_words import EMPTY_WORDS, THINGS_IN_ING

# Regional spelling: (pattern, replacement) on lower-case English words; British forms are kept.
_REGIONAL = (
    (re.compile(r"(?<=[a-z]{3})yz(e[sd]?|ing|ers?)$"), r"ys\1"),
    (re.compile(r"(?<=[a-z]{3})iz(e[sd]?|ing|ations?|ers?)$"), r"is\1"),
    (
        re.compile(
            r"^(col|hon|harb|lab|neighb|fav|flav|arm|vap|rum|vig|od|hum|behavi|endeav|parl|sav|splend|rig|cand|clam|ferv|succ|tum)or"
            r"(?=(s|ed|ing|ings|ful|fully|less|able|ably|ite|ites|y|ies|er|ers|hood|hoods|ly)?$)"
        ),
        r"\1our",
    ),
    (re.compile(r"^(gr)a(y)"), r"\1e\2"),
    (re.compile(r"^mold(?=s$|y$|ing|ings$|$|ed$)"), "mould"),
    (re.compile(r"^(cent|kilo|milli|milli|met|lit|fib|calib|theat)er(s?)$"), r"\1re\2"),
    (re.compile(r"^(millim|centim|kilom)eter(s?)$"), r"\1etre\2"),
    (re.compile(r"^plow"), "plough"),
    (re.compile(r"^draft(s|y|ier|iest|ing|proof\w*)?$"), r"draught\1"),
    (re.compile(r"^aluminum"), "aluminium"),
    (re.compile(r"^sulf"), "sulph"),
    (
        re.compile(
            r"^(travel|model|label|cancel|level|fuel|panel|channel|tunnel|signal|marvel|counsel|total|dial|equal|initial|jewel|pencil|quarrel|"
            r"rival|spiral|swivel|trowel|chisel|shovel|gravel|funnel|bevel|corbel|enamel|stencil|barrel)l(ing|ed|er|ers)$"
        ),
        r"\1\2",
    ),
)
# single words of which the regions spell the root otherwise
_OTHER_SPELLING = {
    "catalog": "catalogue", "catalogs": "catalogues", "fulfill": "fulfil", "fulfills": "fulfils", "artifact": "artefact",
    "artifacts": "artefacts", "airplane": "aeroplane", "airplanes": "aeroplanes", "jewelry": "jewellery", "skeptic": "sceptic",
    "skeptical": "sceptical", "pajamas": "pyjamas", "judgment": "judgement", "judgments": "judgements", "license": "licence",
    "licenses": "licences", "practise": "practice", "practised": "practiced", "practising": "practicing", "anesthetic": "anaesthetic",
    "esthetic": "aesthetic", "cozy": "cosy", "woolen": "woollen", "installment": "instalment", "installments": "instalments",
    "enrollment": "enrolment", "skillful": "skilful", "aging": "ageing", "donut": "doughnut", "donuts": "doughnuts", "ax": "axe",
    "smolder": "smoulder", "molt": "moult", "pediatric": "paediatric", "encyclopedia": "encyclopaedia", "analyze": "analyse",
    "program": "programme", "programs": "programmes", "mom": "mum", "moms": "mums", "thru": "through",
}  # fmt: skip
_BARE_PLURAL = re.compile(r"[^sui]s$")  # "sheeps": a plural that the dictionary does not have
_KEEP_Z = frozenset(["size", "sized", "sizes", "sizing", "prize", "prized", "prizes", "seize", "seized", "maize"])
# Words whose dictionary lemma would join what must stay apart.
_OWN_LEMMA = {
    "leaves": "leaf", "better": "better", "best": "best", "left": "left", "building": "building", "buildings": "building",
    "ground": "ground", "wound": "wound", "found": "find", "saw": "saw", "bound": "bound",
    **{noun: noun for noun in (
        "lighting",
        "clothing", "packaging", "opening", "wedding", "banking", "marketing", "advertising", "accounting",
        "gardening", "parking", "housing", "funding", "heating", "catering", "engineering",
    )},
    "ceiling": "ceiling",
}  # fmt: skip


_END_IN_XE = frozenset(["axe", "pickaxe", "poleaxe", "annexe", "deluxe", "luxe"])


def spelled_one_way(lower: str) -> str:
    """A lower-case word in British spelling, without a possessive ending."""
    if lower.endswith("'s"):
        lower = lower[:-2]
    elif lower.endswith("s'"):
        lower = lower[:-1]
    if lower not in _KEEP_Z:
        for pattern, replacement in _REGIONAL:
            lower = pattern.sub(replacement, lower)
        lower = _OTHER_SPELLING.get(lower, lower)
    return lower


def lemma(lower: str) -> str:
    """The lemma of a word in lower case."""
    own = _OWN_LEMMA.get(lower)
    if own:
        return own
    if lower in THINGS_IN_ING:
        return lower
    found = str(simplemma.lemmatize(lower, lang="en")).lower() or lower
    if lower.endswith("ing") and found in EMPTY_WORDS and lower not in EMPTY_WORDS:
        return lower  # a noun of its own ("siding") is more than the empty word that it is made of
    if found.endswith("e") and not simplemma.is_known(found, lang="en") and simplemma.is_known(found[:-1], lang="en"):
        found = found[:-1]  # "mixe" of "mixed"
    if found.endswith("xe") and found not in _END_IN_XE and simplemma.is_known(found[:-1], lang="en"):
        found = found[:-1]  # "mixe" of "mixes"
    if found == lower and len(lower) > 4 and _BARE_PLURAL.search(lower):
        singular = lower[:-1]
        if not simplemma.is_known(lower, lang="en") and simplemma.is_known(singular, lang="en"):
            return singular
    return found
