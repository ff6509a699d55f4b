"""German: terms, subtopics, structure and placement; without parts of speech and names."""

import re

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers

_PASSIVE = re.compile(
    r"\b(?:wird|werden|wurde|wurden|worden)\b[^.;:,]{0,80}?\b(?:ge|be|er|ver|zer|ent)[a-zäöüß]{2,24}(?:t|en)\b|\b(?:ge|be|er|ver|zer|ent)[a-zäöüß]{2,24}(?:t|en) (?:wird|werden|wurde|wurden)\b"
)

PACK = pack_from_frequencies(
    "de",
    "German",
    further="müssen können sollen wollen dürfen mögen lassen jedoch sowie jeweils beispielsweise",
    inner="der die das des dem den für mit von und zu im am aus",
    between="und oder der die das den dem des ein eine einen auch sowie",
    ourselves="wir uns unser unsere unserem unseren unserer unseres",
    closing="inhalt inhaltsverzeichnis hinweis warnung zusammenfassung fazit einleitung einführung quellen literatur weblinks einzelnachweise",
    closing_phrases=("siehe auch",),
    nouns_in_capitals=True,
    endings=("s", "n", "en", "e", "es", "er"),
    compounds=True,
    adjective_endings=("en", "er", "es", "em", "e"),
    interface=(
        "dialog dialogfenster dialogfeld symbolleiste werkzeugleiste menüleiste kontextmenü untermenü kontrollkästchen schaltfläche auswahlliste klicken anklicken menü menüpunkt",
        "fenster schalter knopf symbol reiter karteikarte feld bildschirm maus mauszeiger leiste spalte zeile option taste tastenkürzel ansicht liste auswahl",
    ),
    documents="tabelle abbildung handbuchseite kapitel abschnitt anhang howto faq anleitung readme",
    weak="""
        ander andere anderen anderer anderes anderem jeder jede jedes jedem jeden alle allen aller alles neue neuen neuer neues neuem alte alten alter altes viele vielen mehrere mehreren einige einigen einiger verschiedene verschiedenen verschiedener weitere weiteren weiterer weiteres folgende folgenden folgender folgendes ganze ganzen ganzer bestimmte bestimmten bestimmter bestimmtes entsprechende entsprechenden entsprechender gewünschte gewünschten gewünschter manche manchen solche solchen solcher sämtliche einzelne einzelnen eigene eigenen eigener eigenes
        """,
    names=("", "herr frau dr prof professor", "in bei nahe aus"),
    classes={
        "technology": "protokoll protokolle standard verfahren algorithmus sprache programmiersprache format",
        "product": "programm software bibliothek werkzeug datenbank browser betriebssystem distribution",
        "organisation": "firma verein stiftung unternehmen gesellschaft hersteller universität behörde verlag",
        "place": "stadt fluss insel dorf gemeinde provinz bundesland",
        "work": "buch roman zeitschrift zeitung film",
        "law": "gesetz verordnung richtlinie lizenz",
    },
    defining="ist sind heißt heißen bedeutet bezeichnet",
    form="beschreibung übersicht überblick allgemeines allgemein einzelheiten details informationen weitere weiteres mehr grundlagen optionen parameter beispiel beispiele verwendung syntax funktionen verwandte module direktiven anmerkungen",
    prose=Prose(
        by_vowels("aeiouyäöü"),
        fillers=fillers(
            "eigentlich, wirklich, einfach, natürlich, selbstverständlich, grundsätzlich, im grunde, im prinzip, sozusagen, gewissermaßen, quasi, irgendwie, durchaus, letztendlich, letztlich, schlussendlich, an und für sich, in der regel, im endeffekt, nichtsdestotrotz, aufgrund der tatsache dass, zum jetzigen zeitpunkt"
        ),
        passive=_PASSIVE,
        questions="Fragen und Antworten",
        dictionary="de_DE",
    ),
)
