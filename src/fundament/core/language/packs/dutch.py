"""Dutch: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="hoe lang|hoelang|hoeveel jaar|hoeveel dagen|hoeveel maanden|hoeveel weken|hoeveel uur|hoe vaak|hoe snel|hoe oud",
        size="hoe diep|hoe dik|hoe ver|hoe breed|hoe hoog",
        amount="hoeveel|hoe groot|hoe zwaar|hoe warm|hoe koud|hoe heet|hoe droog|welke temperatuur|welke verhouding|welke maat",
        when="wanneer|vanaf wanneer|tot wanneer|in welk seizoen",
        reason="waarom|wat gebeurt er als",
        steps="hoe",
        definition="wat is|wat zijn|wat betekent|wie is",
        choice="welke|welk|wie|waar|waarmee|wat",
        cost="kost|kosten|prijs|prijzen|betalen|duur|goedkoop",
        kind_words="kosten|kost|prijs|duren|duurt|nodig|gaan|goed|best|beste|hoeveel|lang|vaak|wanneer|hoe|waarom|welk|welke|wie|wat|waar|maken|moeten|kunnen|mogen|jaar|maand|week|dag|uur|kiezen|weten|je|men",
        lasts="meegaan|gaat mee|gaan mee|levensduur|houdt",
        takes="duurt|duren|kost tijd",
        units_of_time="seconden|minuut|minuten|uur|uren|dag|dagen|nacht|nachten|week|weken|maand|maanden|seizoen|jaar|jaren|eeuw|eeuwen|decennia",
        figures="een|één|twee|drie|vier|vijf|zes|zeven|acht|negen|tien|twaalf|vijftien|twintig|dertig|veertig|vijftig|zestig|honderd|duizend|half|halve|enkele|meerdere|dubbel|elke|elk|alle",
        because="omdat|want|doordat|zodat|daarom|dus|oorzaak|reden|voorkomt|anders|dankzij|leidt|zorgt|als",
        conditions="als|wanneer|zodra|tot|na|nadat|voordat|voor|onder|boven|vanaf|zolang|lente|voorjaar|zomer|herfst|najaar|winter|januari|februari|maart|april|mei|juni|juli|augustus|september|oktober|november|december|vorst",
        verdicts="ja|nee|nooit|niet|geen|moet|moeten|mag|mogen|kan|kunnen|alleen|verboden|toegestaan|mogelijk|nodig|vermijd|verplicht",
        advice="gebruik|gebruikt|kies|kiezen|geschikt|beste|beter|raden|aanbevolen|neem|moet|nodig|genoeg|altijd|nooit|ideaal",
        shunned="hangt af|afhankelijk van|hangt ervan af|verschillende soorten|speelt een rol|spelen een rol|veel factoren",
        personal="ik|wij|we|mijn|onze|ons|me|mij",
    ),
)
