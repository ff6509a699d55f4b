"""English: the only language with parts of speech, names and kinds of concepts."""

from fundament.core.language.packs import english_lemmas
from fundament.core.language.packs.asked_english import ASKED
from fundament.core.language.packs.english_prose import PROSE
from fundament.core.language.packs.english_words import EMPTY_WORDS, FUNCTION_WORDS
from fundament.core.language.packs.model import LanguagePack, classes_of
from fundament.core.language.word_list import word_list

PACK = LanguagePack(
    code="en",
    english_name="English",
    prose=PROSE,
    asked=ASKED,
    own_function_words=FUNCTION_WORDS,
    own_empty_words=EMPTY_WORDS,
    interface_words=word_list("dialog dialogue toolbar checkbox tooltip dropdown submenu scrollbar click menu button popup menubar"),
    also_of_interfaces=word_list(
        "window pane icon tab screen field box row column panel mouse cursor bar radio toggle wizard list display highlight register selection shortcut"
    ),
    document_words=word_list("howto faq chapter section appendix tutorial readme manpage figure table"),
    weak_openers=word_list("other selected following corresponding various several same another such certain specified desired given"),
    inner_words=word_list("of to in for and on with the a an at by from per"),
    between_words=word_list("and or the a an also plus as well nor"),
    question_words=word_list("how what why when where which who whose"),
    question_verbs=word_list(
        "is are was were do does did can could should will would must may has have had am isn't aren't don't doesn't can't won't"
    ),
    asked_words=word_list("to i you we they it he she there my your our their its the a an"),
    defining=word_list("is are means mean denotes refers"),
    ourselves=word_list("we our us ours we'll we're we've"),
    closing_words=word_list(
        """
        conclusion summary introduction faq faqs overview final thoughts references notes sources further reading note warning tip important caution
        related links external contents table bibliography footnotes acknowledgements
        """
    ),
    closing_phrases=frozenset(["see also"]),
    general_headings=word_list(
        """
        description synopsis details information background basics general parameters options usage syntax compatibility example examples more about
        features benefits specification specifications step steps method methods questions answers
        """
    ),
    form_headings=word_list(
        """
        description synopsis details information background general parameters options syntax example examples more related modules directives notes
        documentation getting started usage basic module reference navigation copyright credits
        public protected private returns remarks throws prototype constructor constructors destructor destructors typedefs enumerations macros slots
        inherited deprecated since member members functions attributes return value values types signature signatures detailed
        """
    ),
    lemma=english_lemmas.lemma,
    spelled_one_way=english_lemmas.spelled_one_way,
    tagger="parts_of_speech",
    noun_senses="wordnet",
    substance=True,
    longest_phrase=5,
    endings=("s", "es", "ing", "ed"),
    name_connectors=word_list("of for and the & on"),
    person_titles=word_list("mr mrs ms miss dr sir lady lord prof professor president minister saint king queen"),
    people_words=word_list("who whose whom he she his her him himself herself"),
    class_words=classes_of(
        {
            "technology": "protocol protocols standard standards algorithm language format encoding codec",
            "product": "library program tool utility software browser compiler editor app package distribution plugin",
            "organisation": "company firm group team manufacturer charity publisher bank brand union agency council",
            "place": "city town village river valley island county province region district",
            "work": "book novel film movie magazine newspaper journal song album series",
            "law": "act directive regulation treaty licence license",
        }
    ),
    where_words=word_list("in at near around from across outside"),
)
