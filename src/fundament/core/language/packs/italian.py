"""Italian: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="quanto tempo|quanto dura|quanto durano|per quanto tempo|in quanto tempo|quanti anni|quanti giorni|quanti mesi|quante settimane|quante ore|ogni quanto|con quale frequenza",
        size="quale profondità|che profondità|quale spessore|che spessore|quale larghezza|quale altezza|quale distanza|quanto profondo|quanto spesso",
        amount="quanto|quanta|quanti|quante|quale quantità|quale temperatura|quale proporzione|che dimensione|quale percentuale",
        when="quando|da quando|fino a quando|in quale stagione",
        reason="perché|per quale motivo|cosa succede se",
        steps="come",
        definition="cos'è|che cos'è|cosa sono|cosa significa|che cosa è|chi è",
        choice="quale|quali|chi|dove|che|cosa|con cosa",
        cost="costa|costano|costo|costi|prezzo|prezzi|pagare|caro|economico",
        kind_words="costare|costo|prezzo|durare|volere|servire|buono|migliore|meglio|quanto|tempo|quando|come|perché|quale|chi|dove|cosa|fare|dovere|potere|anno|mese|settimana|giorno|ora|scegliere|sapere",
        lasts="dura|durano|durare|durata",
        takes="ci vuole|ci vogliono|serve|servono|impiega",
        units_of_time="secondo|secondi|minuto|minuti|ora|ore|giorno|giorni|notte|notti|settimana|settimane|mese|mesi|stagione|stagioni|anno|anni|secolo|secoli|decenni",
        figures="un|una|uno|due|tre|quattro|cinque|sei|sette|otto|nove|dieci|dodici|quindici|venti|trenta|quaranta|cinquanta|cento|mille|mezzo|mezza|alcuni|alcune|doppio|ogni|tutti|tutte",
        because="perché|poiché|quindi|affinché|causa|motivo|evita|impedisce|altrimenti|grazie|dovuto|permette|provoca|fa sì|se",
        conditions="se|quando|finché|fino|dopo|prima|sotto|sopra|appena|primavera|estate|autunno|inverno|gennaio|febbraio|marzo|aprile|maggio|giugno|luglio|agosto|settembre|ottobre|novembre|dicembre|gelo",
        verdicts="sì|no|mai|non|deve|devono|bisogna|può|possono|solo|vietato|permesso|possibile|necessario|evitare|basta|obbligatorio",
        advice="usare|usate|scegliere|scegliete|conviene|meglio|migliore|consiglia|consigliamo|preferire|bisogna|deve|basta|sempre|mai|ideale|adatto|adatta",
        shunned="dipende|a seconda|diversi tipi|gioca un ruolo|molti fattori",
        personal="io|noi|mio|mia|miei|nostro|nostra|nostri|ci|mi",
    ),
)
