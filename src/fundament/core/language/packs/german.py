"""German: terms, subtopics, structure and placement; without parts of speech and names."""

import re

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="wie lange|wie viele jahre|wie viele monate|wie viele wochen|wie viele tage|wie viele stunden|wie oft|wie bald|wie alt",
        size="wie tief|wie dick|wie weit|wie breit|wie hoch|wie lang ist",
        amount="wie viel|wie viele|wieviel|wieviele|wie groß|wie schwer|wie warm|wie kalt|wie heiß|wie trocken|wie feucht|wie schnell|wie stark|welches mischungsverhältnis|welche temperatur|welche größe",
        when="wann|ab wann|bis wann|zu welcher|in welcher jahreszeit",
        reason="warum|weshalb|wieso|wozu|was passiert wenn",
        steps="wie mache|wie macht|wie kann|wie wird|wie werden|wie geht|wie soll|wie sollte|wie funktioniert|wie baut|wie",
        definition="was ist|was sind|was bedeutet|was heißt|wer ist",
        choice="welche|welcher|welches|welchen|wer|wen|wo|womit|was braucht|was brauche|was soll",
        cost="kostet|kosten|preis|preise|bezahlen|zahlen|teuer|günstig|billig",
        kind_words="kosten|kostet|preis|dauern|dauert|halten|hält|brauchen|braucht|gut|beste|bester|besten|richtig|viel|viele|lange|oft|jahr|monat|woche|tag|stunde|machen|macht|sollen|müssen|können|kann|man|wie|was|wann|warum|welche|welcher|welches|wer|wo|geben|gibt|gehen|geht",
        lasts="hält|halten|haltbar|haltbarkeit|lebensdauer",
        takes="dauert|dauern|braucht",
        units_of_time="sekunden|minute|minuten|stunde|stunden|tag|tage|tagen|nacht|nächte|woche|wochen|monat|monate|monaten|jahr|jahre|jahren|jahrzehnte|jahrzehnten|jahrhunderte",
        figures="ein|eine|einen|einer|einem|zwei|drei|vier|fünf|sechs|sieben|acht|neun|zehn|elf|zwölf|fünfzehn|zwanzig|dreißig|vierzig|fünfzig|sechzig|hundert|tausend|halb|halbe|halben|mehrere|wenige|doppelt|jede|jeden|alle",
        because="weil|da|denn|damit|deshalb|darum|daher|grund|ursache|führt|verhindert|sonst|sodass|so dass|wegen|um zu|sorgt|lässt|wenn",
        conditions="wenn|sobald|bis|nach|nachdem|bevor|vor|unter|über|ab|sofern|solange|frühling|frühjahr|sommer|herbst|winter|januar|februar|märz|april|mai|juni|juli|august|september|oktober|november|dezember|frost",
        verdicts="ja|nein|nie|niemals|nicht|kein|keine|muss|müssen|darf|dürfen|kann|können|nur|soll|sollte|sollten|erlaubt|verboten|möglich|nötig|vermeiden|reicht",
        advice="nimmt|nehmen|nehmen sie|wählen|verwendet|verwenden|eignet|eignen|geeignet|am besten|besser|empfehlen|empfiehlt|empfohlen|richtig|soll|sollte|braucht|reicht|immer|nie|meist",
        shunned="kommt darauf an|hängt davon ab|hängt ab|hängen davon ab|je nachdem|verschiedene arten|spielt eine rolle|spielen eine rolle|viele faktoren|lässt sich nicht sagen|im auge behalten",
        personal="ich|wir|mein|meine|meinem|meinen|unser|unsere|unserem|unseren|uns|mich|mir",
    ),
)
