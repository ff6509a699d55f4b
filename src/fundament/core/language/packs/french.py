"""French: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers
from fundament.core.language.word_list import word_list

PACK = pack_from_frequencies(
    "fr",
    "French",
    further="devoir pouvoir vouloir falloir permettre lorsque ceci cela celui chaque suivant afin ainsi donc",
    inner="de du des la le les à au aux en pour et d l",
    between="et ou le la les l un une des de du d aussi",
    ourselves="nous notre nos",
    closing="sommaire avertissement avertissements remarque remarques introduction résumé références sources liens",
    closing_phrases=("voir aussi",),
    elided=word_list("l d j m t s c n qu jusqu lorsqu puisqu quoiqu"),
    articles="le la les l un une des du au aux ce cet cette ces son sa ses leur leurs votre vos notre nos mon ma mes chaque",
    head_first=True,
    interface=(
        "dialogue barre-d'outils case-à-cocher sous-menu infobulle cliquer cliquez bouton menu",
        "fenêtre onglet icône écran souris curseur champ colonne ligne liste option touche raccourci volet panneau",
    ),
    documents="tableau figure chapitre section annexe howto faq guide",
    weak="""
        autre autres tout toute tous toutes chaque nouveau nouvelle nouveaux nouvelles nouvel ancien ancienne anciens anciennes plusieurs différent différente différents différentes même mêmes certain certaine certains certaines quelque quelques divers diverses propre propres tel telle tels telles dernier dernière premier première
        """,
    names=("de du des la le les et d l pour", "m mme mlle dr monsieur madame docteur professeur", "à en près depuis"),
    classes={
        "technology": "protocole protocoles norme standard algorithme langage format",
        "product": "logiciel programme bibliothèque outil navigateur distribution",
        "organisation": "société entreprise association fondation fabricant université éditeur",
        "place": "ville rivière île village commune province région",
        "work": "livre roman revue journal film",
        "law": "loi règlement directive licence",
    },
    defining="est sont signifie désigne",
    form="description aperçu présentation généralités général détails informations information plus autres bases options paramètres exemple exemples utilisation syntaxe fonctions modules directives apparentés",
    prose=Prose(
        by_vowels("aeiouyàâäéèêëîïôöùûüœæ"),
        fillers=fillers(
            "vraiment, tout à fait, absolument, en fait, en effet, bien sûr, évidemment, tout simplement, en quelque sorte, plus ou moins, pour ainsi dire, au niveau de, force est de constater que, il est important de noter que, dans le but de, en raison du fait que, à l'heure actuelle, d'une certaine manière, de toute façon, littéralement, forcément"
        ),
        questions="Questions et réponses",
        dictionary="fr",
    ),
)
