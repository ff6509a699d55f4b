"""French: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="combien de temps|combien d'années|combien de jours|combien de mois|combien de semaines|combien d'heures|pendant combien|en combien de temps|à quelle fréquence",
        size="quelle profondeur|quelle épaisseur|quelle largeur|quelle hauteur|quelle longueur|quelle distance|à quelle profondeur",
        amount="combien|quelle quantité|quelle température|quel dosage|quelle taille|quel pourcentage",
        when="quand|à quel moment|à partir de quand|en quelle saison",
        reason="pourquoi|qu'est-ce qui cause|que se passe-t-il",
        steps="comment",
        definition="qu'est-ce que|qu'est-ce qu'|c'est quoi|que signifie|que veut dire|qui est",
        choice="quel|quelle|quels|quelles|qui|où|lequel|laquelle|que faut-il|avec quoi",
        cost="coûte|coûtent|coût|prix|payer|cher|tarif|tarifs",
        kind_words="coûter|coût|prix|durer|prendre|falloir|bon|meilleur|bien|combien|temps|quand|comment|pourquoi|quel|quelle|qui|où|faire|devoir|pouvoir|année|mois|semaine|jour|heure|choisir|savoir",
        lasts="dure|durer|durent|durée de vie|tient",
        takes="prend|prendre|faut",
        units_of_time="seconde|secondes|minute|minutes|heure|heures|jour|jours|nuit|nuits|semaine|semaines|mois|saison|saisons|an|ans|année|années|siècle|siècles|décennies",
        figures="un|une|deux|trois|quatre|cinq|six|sept|huit|neuf|dix|douze|quinze|vingt|trente|quarante|cinquante|soixante|cent|mille|demi|demie|plusieurs|quelques|double|chaque|tous|toutes",
        because="parce|car|puisque|donc|afin|pour que|cause|raison|empêche|sinon|permet|à cause|grâce|entraîne|provoque|si",
        conditions="si|quand|lorsque|dès|jusqu'à|après|avant|au-dessous|au-dessus|sous|tant que|printemps|été|automne|hiver|janvier|février|mars|avril|mai|juin|juillet|août|septembre|octobre|novembre|décembre|gel",
        verdicts="oui|non|jamais|ne|pas|doit|doivent|faut|peut|peuvent|seulement|sauf|interdit|autorisé|possible|nécessaire|éviter|suffit|obligatoire",
        advice="utilisez|utiliser|choisissez|choisir|convient|conviennent|mieux|meilleur|meilleure|recommande|recommandé|préférez|faut|doit|suffit|toujours|jamais|prenez|idéal",
        shunned="dépend|cela dépend|plusieurs sortes|joue un rôle|jouent un rôle|de nombreux facteurs|au cas par cas",
        personal="je|j'ai|nous|mon|ma|mes|notre|nos|moi",
    ),
)
