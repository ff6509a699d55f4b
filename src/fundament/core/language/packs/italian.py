"""Italian: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers, pairs
from fundament.core.language.word_list import word_list

PACK = pack_from_frequencies(
    "it",
    "Italian",
    further="dovere potere volere permettere quando ogni stesso mediante così seguente",
    inner="di del della dei delle da per con a e in la il",
    between="e ed o il lo la i gli le un uno una anche",
    ourselves="noi nostro nostra nostri nostre",
    closing="indice sommario avvertenza conclusioni introduzione riferimenti fonti riepilogo collegamenti",
    closing_phrases=("vedi anche",),
    elided=word_list("l d c un all dall dell nell sull quest quell dov com anch tutt nessun qualcun"),
    articles="il lo la i gli le l un uno una del dello della dei degli delle dell al allo alla ai agli alle all nel nella nei nelle nell dal dalla dai sul sulla questo questa questi queste ogni suo sua",
    head_first=True,
    interface=(
        "finestra-di-dialogo sottomenù clic pulsante menù menu casella",
        "finestra scheda icona schermo mouse cursore campo colonna riga elenco opzione tasto scorciatoia pannello barra",
    ),
    documents="tabella figura capitolo sezione appendice howto faq guida",
    weak="""
        altro altra altri altre tutto tutta tutti tutte ogni nuovo nuova nuovi nuove vecchio vari varie diverso diversa diversi diverse stesso stessa stessi stesse certo certi alcuni alcune proprio propria tale tali ultimo ultima primo prima seguente seguenti
        """,
    names=("di del della dei delle e per", "sig signor signora dott dottor prof professore", "a in presso da"),
    classes={
        "technology": "protocollo protocolli norma standard algoritmo linguaggio formato",
        "product": "programma libreria strumento browser distribuzione",
        "organisation": "società azienda associazione fondazione produttore università editore",
        "place": "città fiume isola paese provincia regione",
        "work": "libro romanzo rivista giornale film",
        "law": "legge regolamento direttiva licenza",
    },
    defining="è sono significa indica",
    form="descrizione panoramica generale generalità dettagli informazioni ulteriori altro basi opzioni parametri esempio esempi uso sintassi funzioni",
    prose=Prose(
        by_vowels("aeiouàèéìíòóùú", pairs("aeo", "aeo")),
        fillers=fillers(
            "davvero, veramente, praticamente, semplicemente, ovviamente, naturalmente, di fatto, in realtà, in qualche modo, più o meno, a livello di, è importante notare che, al fine di, a causa del fatto che, in questo momento, letteralmente, assolutamente, totalmente, sostanzialmente"
        ),
        questions="Domande e risposte",
        dictionary="it_IT",
    ),
)
