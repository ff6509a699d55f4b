"""Words that carry grammar rather than subject, and words that say nothing about any one subject."""

from __future__ import annotations

import functools

from wordfreq import top_n_list

from fundament.core.language.word_list import word_list
from fundament.core.language.words import ELIDED

_ENGLISH = word_list(
    """
    a an the this that these those some any no every each either neither both all such another other others own same i me my mine we us our ours you
    your yours he him his she her hers it its they them their theirs one ones oneself myself yourself himself herself itself ourselves themselves who
    whom whose which what whatever whichever whoever and or but nor so yet if because although though while whereas unless until since when whenever
    where wherever after before once as than whether how why of in on at by for with about against between into through during above below to from up
    down out off over under within without along across behind beyond near toward towards upon onto among around beside besides despite except per via
    like unlike inside outside throughout am is are was were be been being have has had having do does did doing done can could will would shall
    should may might must ought cannot cant dont doesnt didnt isnt arent wasnt werent wont wouldnt shouldnt couldnt hasnt havent hadnt ill ive im
    youll youve youre theyre theyve weve were its thats theres lets heres whats not never ever also too very just only even still already again then
    there here now often always sometimes usually rather quite much many more most less least few fewer little enough several lot lots bit however
    therefore thus hence else instead perhaps maybe indeed almost nearly about well far away back soon later yes let lets get gets got getting go goes
    going gone went come comes came make makes made making take takes took taken taking give gives gave given need needs needed want wants keep keeps
    kept put puts use uses used using say says said see sees seen know knows known think look looks looking try tries find etc eg ie
    """
)

# General words of any page: never a term by themselves, never the end of one.
_EMPTY_ENGLISH = word_list(
    """
    cent somebody fraction thing things way ways time times day days week weeks month months year years hour hours minute minutes lot people person
    example examples reason reasons part parts kind kinds type types sort sorts case cases point points question questions answer answers number
    numbers end start beginning result results fact problem problems issue issues good better best bad worse worst right wrong new old great big small
    large long short high low full first second third last next previous main important different similar common certain likely possible sure able
    available easy simple hard difficult really actually simply generally particularly especially probably certainly properly carefully read click
    page pages site website post posts article articles blog guide guides section contents comment comments share photo photos picture image images
    video videos email phone contact privacy policy cookie cookies login account basket cart checkout price prices delivery order orders newsletter
    subscribe menu search home copyright reserved help work works working something anything everything nothing someone anyone everyone place places
    mean means start starts begin begins leave leaves left become becomes seem seems show shows ask asks tell tells today tomorrow yesterday january
    february march april may june july august september october november december monday tuesday wednesday thursday friday saturday sunday two three
    four five six seven eight nine ten half couple pair whole rest side top bottom
    """
)


# lemmas of modal verbs and of connecting words that are not among a language's most frequent words in all their forms
_FURTHER = {
    "de": "müssen können sollen wollen dürfen mögen lassen jedoch sowie jeweils beispielsweise",
    "fr": "devoir pouvoir vouloir falloir permettre lorsque ceci cela celui chaque suivant afin ainsi donc",
    "es": "deber poder querer permitir cuando cada mismo mediante así siguiente",
    "it": "dovere potere volere permettere quando ogni stesso mediante così seguente",
    "nl": "moeten kunnen zullen willen mogen laten elk wanneer volgend",
    "pt": "dever poder querer permitir quando cada mesmo mediante assim seguinte",
    "pl": "musieć móc chcieć powinien każdy gdy aby jednak następujący",
}


@functools.cache
def function_words(language: str) -> frozenset[str]:
    """Function words of a language; for other languages than English its 120 most frequent words (wordfreq), modal verbs and elided words."""
    if language == "en":
        return _ENGLISH
    frequent = frozenset(word for word in top_n_list(language, 120) if word.isalpha())
    return frequent | frozenset(_FURTHER.get(language, "").split()) | ELIDED.get(language, frozenset())


@functools.cache
def empty_words(language: str) -> frozenset[str]:
    """Words too general to be a term by themselves."""
    if language == "en":
        return _EMPTY_ENGLISH
    return frozenset(word for word in top_n_list(language, 400) if word.isalpha()) - function_words(language)


_INNER = {
    "en": frozenset(["of", "to", "in", "for", "and", "on", "with", "the", "a", "an", "at", "by", "from", "per"]),
    "de": frozenset(["der", "die", "das", "des", "dem", "den", "für", "mit", "von", "und", "zu", "im", "am", "aus"]),
    "fr": frozenset(["de", "du", "des", "la", "le", "les", "à", "au", "aux", "en", "pour", "et", "d", "l"]),
    "es": frozenset(["de", "del", "la", "el", "los", "las", "para", "en", "con", "y", "a"]),
    "it": frozenset(["di", "del", "della", "dei", "delle", "da", "per", "con", "a", "e", "in", "la", "il"]),
    "nl": frozenset(["van", "de", "het", "voor", "met", "en", "in", "te", "op"]),
    "pt": frozenset(["de", "do", "da", "dos", "das", "para", "em", "com", "e", "a", "o"]),
    "pl": frozenset(["do", "z", "na", "w", "i", "dla", "od", "po"]),
}


def inner_words(language: str) -> frozenset[str]:
    """Function words that may stand inside a term ("carbon to nitrogen ratio")."""
    return _INNER.get(language, frozenset())
