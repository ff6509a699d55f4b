"""What the core needs to know of a language. One pack per language; no other code asks which language it is."""

from __future__ import annotations

import functools
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

import simplemma

from fundament.core.language.asked import UNASKED, Asked
from fundament.core.language.prose import PLAIN, Prose
from fundament.core.language.word_list import word_list

MOST_FREQUENT, STILL_GENERAL = 120, 400  # words of wordfreq's list that stand for function words, and for general ones


def as_it_is(lower: str) -> str:
    """A word of a language without regional spellings."""
    return lower


@dataclass(frozen=True)
class LanguagePack:
    """A language.

    code: ISO 639-1. english_name: for people. lemma: of a word in lower case, without apostrophes. spelled_one_way: before that, regional spellings made one.
    own_function_words: grammar rather than subject. own_empty_words: too general to be a term by themselves. frequency_list: the list of wordfreq whose
    most frequent words are such words too; a large one, so it is loaded when it is asked for, and not for a language nobody writes in. inner_words: function words that may stand inside a
    term. between_words: may stand between the members of a list. elided: short words that lose their vowel and are written together with the next one.
    question_words, question_verbs, asked_words: how a question without its mark begins ("What is", "Can I"), where a language leaves it away.
    ourselves: words for whoever wrote the page. closing_words, closing_phrases: headings of the form ("Conclusion"). general_headings: tell nobody
    what a section is about, so they label nothing; form_headings: belong to the form of a page, so they head no subtopic. tagger: the module under `core.language` with tag_words, or "" where none tells parts of speech; then phrases have at most
    longest_phrase words. noun_senses: the module with the kinds of nouns, or "". nouns_in_capitals: whether every noun
    has a capital, so that one says nothing of a name. name_connectors: small words inside a name. person_titles: stand before a person's name. people_words: pronouns for
    people only. defining: verbs that stand behind a thing when it is said what it is. class_words: what classes of named things are called, with the kind of a name beside them. where_words:
    stand before a place's. articles: articles and the like, before nouns only. head_first: whether the first noun of a phrase says what it names, or the last.
    compounds: whether nouns are written together. interface_words: parts of a program's screen; also_of_interfaces: words that are such parts among those, and other things elsewhere.
    document_words: what manuals are called and made of. weak_openers: forms of general adjectives and determiners, with which no term begins. adjective_endings: of an adjective before its noun, the longest first. prose: syllables, filler words and the like, see `Prose`. asked: how it asks and answers. endings: of inflected forms of words that the dictionary does not know. lacks: codes of what is not measured.
    """

    code: str
    english_name: str
    own_function_words: frozenset[str]
    own_empty_words: frozenset[str]
    inner_words: frozenset[str]
    between_words: frozenset[str]
    closing_words: frozenset[str]
    closing_phrases: frozenset[str]
    question_words: frozenset[str] = frozenset()
    question_verbs: frozenset[str] = frozenset()
    asked_words: frozenset[str] = frozenset()
    ourselves: frozenset[str] = frozenset()
    elided: frozenset[str] = frozenset()
    general_headings: frozenset[str] = frozenset()
    form_headings: frozenset[str] = frozenset()
    lemma: Callable[[str], str] = as_it_is
    spelled_one_way: Callable[[str], str] = as_it_is
    tagger: str = ""
    noun_senses: str = ""
    longest_phrase: int = 3
    nouns_in_capitals: bool = False
    endings: tuple[str, ...] = ()
    name_connectors: frozenset[str] = frozenset()
    person_titles: frozenset[str] = frozenset()
    people_words: frozenset[str] = frozenset()
    defining: frozenset[str] = frozenset()
    class_words: Mapping[str, str] = field(default_factory=dict)
    where_words: frozenset[str] = frozenset()
    interface_words: frozenset[str] = frozenset()
    also_of_interfaces: frozenset[str] = frozenset()
    document_words: frozenset[str] = frozenset()
    weak_openers: frozenset[str] = frozenset()
    adjective_endings: tuple[str, ...] = ()
    articles: frozenset[str] = frozenset()
    head_first: bool = False
    compounds: bool = False
    frequency_list: str = ""
    prose: Prose = PLAIN
    asked: Asked = UNASKED
    lacks: tuple[str, ...] = field(default=())
    substance: bool = False
    noun_lemma: Callable[[str], str] | None = None

    @functools.cached_property
    def function_words(self) -> frozenset[str]:
        """Words that are grammar rather than subject."""
        return self._frequent(MOST_FREQUENT) | self.own_function_words

    @functools.cached_property
    def empty_words(self) -> frozenset[str]:
        """Words too general to be a term by themselves."""
        return (self._frequent(STILL_GENERAL) - self.function_words) | self.own_empty_words

    def _frequent(self, most: int) -> frozenset[str]:
        if not self.frequency_list:
            return frozenset()
        from wordfreq import top_n_list  # not in a process that only scores texts of a language with lists of its own

        return frozenset(word for word in top_n_list(self.frequency_list, most) if word.isalpha())


def classes_of(words: dict[str, str]) -> dict[str, str]:
    """The kind by word, from the words by kind."""
    return {word: kind for kind, listed in words.items() for word in listed.split()}


def dictionary_noun_lemma(code: str) -> Callable[[str], str]:
    """The lemma of a word, given in lower case, that is written with the capital of a noun, where the dictionary would take its lower case for a verb ("bäume" of "bäumen")."""

    def lemma(lower: str) -> str:
        plain = str(simplemma.lemmatize(lower, lang=code)).lower() or lower
        noun = lower[:1].upper() + lower[1:]
        if plain == lower:  # nothing is known of it in small letters
            found = str(simplemma.lemmatize(noun, lang=code))
            is_genitive = (
                found == noun
                and noun.endswith("s")
                and not simplemma.is_known(noun, lang=code)
                and simplemma.is_known(noun[:-1], lang=code)
            )
            return (noun[:-1] if is_genitive else found).lower()
        if not plain.endswith("n") or not simplemma.is_known(noun, lang=code):
            return plain  # an adjective at the beginning of a sentence, or what is a noun anyway
        found = str(simplemma.lemmatize(noun, lang=code))
        is_itself = found[:1].islower() and lower.endswith(("er", "el"))  # "Mörtel", of which the dictionary has the verb
        is_itself = (
            is_itself or str(simplemma.lemmatize(noun + "n", lang=code)) == noun
        )  # "Fuge", whose plural is "Fugen", and not an old dative of "Fug"
        return lower if is_itself else found.lower() or plain

    return lemma


def dictionary_lemma(code: str) -> Callable[[str], str]:
    """The lemma of simplemma's dictionary of a language."""

    def lemma(lower: str) -> str:
        return str(simplemma.lemmatize(lower, lang=code)).lower() or lower

    return lemma


def lemma_among_nouns(code: str) -> Callable[[str], str]:
    """The same in a language whose nouns have capitals, of a word without one: a form of a verb that is a noun's as well, but not the verb itself, is the noun's, since people search without capitals."""
    plain, noun = dictionary_lemma(code), dictionary_noun_lemma(code)

    def lemma(lower: str) -> str:
        found = plain(lower)
        return noun(lower) if found != lower else found

    return lemma


def pack_from_frequencies(
    code: str,
    english_name: str,
    *,
    further: str,
    inner: str,
    between: str,
    ourselves: str,
    closing: str,
    closing_phrases: tuple[str, ...],
    elided: frozenset[str] = frozenset(),
    nouns_in_capitals: bool = False,
    names: tuple[str, str, str] = ("", "", ""),
    interface: tuple[str, str] = ("", ""),
    documents: str = "",
    weak: str = "",
    adjective_endings: tuple[str, ...] = (),
    articles: str = "",
    head_first: bool = False,
    compounds: bool = False,
    classes: dict[str, str] | None = None,
    defining: str = "",
    form: str = "",
    prose: Prose = PLAIN,
    endings: tuple[str, ...] = ("s",),
    asked: Asked = UNASKED,
) -> LanguagePack:
    """A language whose function words are its most frequent ones (wordfreq), modal verbs and connecting words (`further`) and elided words.

    names: its name_connectors, person_titles and where_words. classes: its class_words, by kind. form: its form_headings.
    """
    return LanguagePack(
        code=code,
        english_name=english_name,
        own_function_words=word_list(further) | elided,
        own_empty_words=frozenset(),
        frequency_list=code,
        inner_words=word_list(inner),
        between_words=word_list(between),
        closing_words=word_list(closing),
        closing_phrases=frozenset(closing_phrases),
        elided=elided,
        lemma=lemma_among_nouns(code) if nouns_in_capitals else dictionary_lemma(code),
        noun_lemma=dictionary_noun_lemma(code) if nouns_in_capitals else None,
        ourselves=word_list(ourselves),
        form_headings=word_list(form),
        endings=endings,
        nouns_in_capitals=nouns_in_capitals,
        name_connectors=word_list(names[0]),
        person_titles=word_list(names[1]),
        where_words=word_list(names[2]),
        interface_words=word_list(interface[0]),
        also_of_interfaces=word_list(interface[1]),
        document_words=word_list(documents),
        weak_openers=word_list(weak),
        adjective_endings=adjective_endings,
        articles=word_list(articles),
        head_first=head_first,
        compounds=compounds,
        class_words=classes_of(classes or {}),
        defining=word_list(defining),
        prose=prose,
        asked=asked,
        lacks=("entities", "meaning"),
    )


@functools.cache
def pack_without_data(code: str) -> LanguagePack:
    """What is known of a language without a pack: words are told apart, and nothing else."""
    nothing: frozenset[str] = frozenset()
    return LanguagePack(code, code, nothing, nothing, nothing, nothing, nothing, nothing, lacks=("pack", "entities", "meaning"))
