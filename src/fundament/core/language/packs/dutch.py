"""Dutch: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers

PACK = pack_from_frequencies(
    "nl",
    "Dutch",
    further="moeten kunnen zullen willen mogen laten elk wanneer volgend",
    inner="van de het voor met en in te op",
    between="en of de het een ook",
    ourselves="wij we ons onze",
    closing="inhoud opmerking waarschuwing conclusie inleiding bronnen samenvatting",
    closing_phrases=("zie ook",),
    articles="de het een deze dit die dat uw je hun elke elk",
    compounds=True,
    interface=(
        "dialoogvenster werkbalk menubalk submenu selectievakje klikken knop menu",
        "venster tabblad pictogram scherm muis cursor veld kolom rij lijst optie toets sneltoets paneel balk",
    ),
    documents="tabel figuur hoofdstuk sectie bijlage howto faq handleiding",
    weak="""
        ander andere alle elke elk nieuw nieuwe oud oude verschillende meerdere diverse zelfde dezelfde bepaalde enkele sommige eigen dergelijke volgende laatste eerste gewenste
        """,
    names=("van de der den en voor het", "dhr mevr dr prof heer mevrouw", "in te bij uit nabij"),
    classes={
        "technology": "protocol standaard algoritme taal programmeertaal formaat",
        "product": "programma software bibliotheek hulpmiddel browser distributie",
        "organisation": "bedrijf vereniging stichting fabrikant universiteit uitgeverij",
        "place": "stad rivier eiland dorp gemeente provincie",
        "work": "boek roman tijdschrift krant film",
        "law": "wet verordening richtlijn licentie",
    },
    defining="is zijn betekent",
    form="beschrijving overzicht algemeen details informatie meer verdere basis opties parameters voorbeeld voorbeelden gebruik syntaxis functies",
    prose=Prose(
        by_vowels("aeiouyëïöüáéíóú"),
        fillers=fillers(
            "eigenlijk, echt, gewoon, natuurlijk, uiteraard, in principe, als het ware, min of meer, op zich, feitelijk, zeg maar, in feite, het is belangrijk om op te merken dat, vanwege het feit dat, op dit moment, letterlijk, absoluut, uiteindelijk"
        ),
        questions="Vragen en antwoorden",
        dictionary="nl_NL",
        dictionaries={"be": "nl_BE"},
    ),
)
