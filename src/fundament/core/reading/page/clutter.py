"""What of a page is furniture and not its subject: menus, sidebars, notices, adverts, comments.

Evidence is, in this order: what the element is (nav, aside, form), its ARIA role, and the words of its
class and id. The last are only hints: they do not hold for an element with most of the page's text in it.
"""

from __future__ import annotations

import itertools
import re

from fundament.core.language.word_list import word_list
from fundament.core.reading.markup_tree.tree import Element

SKIPPED_TAGS = word_list(
    """
    script style template noscript svg canvas object embed iframe head link meta title select option datalist textarea audio video map progress meter
    """
)

_BY_TAG = {"nav": "navigation", "aside": "sidebar", "form": "form", "footer": "footer", "dialog": "pop-up", "menu": "navigation"}
_BY_ROLE = {
    "navigation": "navigation",
    "banner": "page header",
    "contentinfo": "footer",
    "complementary": "sidebar",
    "search": "form",
    "dialog": "pop-up",
    "alertdialog": "pop-up",
    "menu": "navigation",
    "menubar": "navigation",
}
_WORDS = {
    "navigation": "nav navbar navigation menu menus submenu megamenu breadcrumb breadcrumbs crumbs pagination pager toolbar topbar skiplink toc sitemap "
    "navheader navfooter navlinks navlist navmenu docnav subnav mainnav topnav sidenav leftnav sitenav globalnav postnav prevnext tagcloud tableofcontents",
    "sidebar": "sidebar aside widget widgets rail sidecol leftcol rightcol",
    "page header": "masthead siteheader",
    "footer": "footer foot colophon siteinfo copyright footerlinks sitefooter pagefooter",
    "cookie notice": "cookie cookies consent gdpr cmp cookiebar cookiebanner cookienotice cookielaw cookieconsent ccpa",
    "advert": "ad ads advert adverts advertisement advertising adslot adsense banner sponsor sponsored promo promotion promobox adbox adunit adcontainer",
    "newsletter form": "newsletter subscribe subscription signup mailinglist optin",
    "related pages": "related recommended recommendations trending popular morestories readmore readnext alsolike crosssell upsell teasers relatedposts "
    "relatedarticles relatedlinks",
    "comments": "comment comments commentlist respond disqus reply replies commentform reviews ugc",
    "share buttons": "share sharing sharebar social socials addthis addtoany followus sociallinks socialshare",
    "pop-up": "popup modal overlay lightbox",
    "shop controls": "price prices stock basket cart minicart checkout wishlist login account",
    "form": "search searchbox searchform",
    "author note": "byline dateline timestamp pubdate metabar profile postprofile userinfo posterinfo authorbox authorbio bio postmeta entrymeta",
    "side box": "hatnote infobox navbox metadata transcript playlist slideshow carousel jcarousel gallery galleries galleryitem photogallery imagegallery slider "
    "slide slidebox nocontent pullout pullquote",
    "hidden": "srmobile mobilemenu offcanvas",
}
GALLERIES = frozenset(["gallery", "galleries", "galleryitem", "photogallery", "imagegallery"])
BOXES = frozenset(["info box", "pull out", "pullout", "infobox"])  # which may hold a text of their own
OPINIONS = frozenset(["reviews", "ugc"])  # what users wrote, where the page has a text of its own before it
_REASON_OF_WORD = {word: reason for reason, words in _WORDS.items() for word in words.split()}
# pairs that mean something only together
_PAIRS = {
    ("site", "header"): "page header",
    ("page", "header"): "",
    ("author", "box"): "author note",
    ("author", "info"): "author note",
    ("author", "dropdown"): "author note",
    ("right", "col"): "sidebar",
    ("right", "column"): "sidebar",
    ("info", "box"): "side box",
    ("pull", "out"): "side box",
    ("pull", "quote"): "side box",
    ("shopping", "box"): "shop controls",
    ("more", "stories"): "related pages",
    ("interesting", "articles"): "related pages",
    ("article", "forums"): "comments",
    ("about", "author"): "author note",
    ("post", "meta"): "author note",
    ("entry", "meta"): "author note",
    ("read", "next"): "related pages",
    ("also", "like"): "related pages",
    ("off", "canvas"): "navigation",
    ("see", "also"): "related pages",
    ("skip", "link"): "navigation",
}
_IN_LONG_IDS = frozenset([("author", "box"), ("about", "author"), ("site", "header")])
_NEVER_HINTED = frozenset(["html", "body", "main", "article", "h1", "tr", "tbody", "a", "span"])
_HINTED_AS_HEADINGS = frozenset(["byline", "dateline", "timestamp", "quote", "pullquote"])  # who wrote it and when, what is said large
_NOTES = frozenset(["note", "tip", "tips", "warning", "caution", "callout", "admonition", "important", "info", "hint", "danger", "example"])
_HEADING_TAGS = frozenset(["h1", "h2", "h3", "h4", "h5", "h6"])
LEAST_BESIDE, MOST_BESIDE = 2, 200
LONGEST_NAME = 4  # words of a class name; one word fewer for an id
_NEGATING = frozenset(["no", "has", "with", "without", "not", "is"])
_CATEGORISING = frozenset(["category", "cat", "tag", "section"])  # "category-reviews": what it is about
_OPENABLE = re.compile(r"accordion|collaps|tab-?panel|tab-?content|faq|panel|expand|toggle", re.IGNORECASE)
_INVISIBLE = re.compile(r"display\s*:\s*none|visibility\s*:\s*hidden", re.IGNORECASE)
_SPLIT = re.compile(r"[^A-Za-z0-9]+|(?<=[a-z])(?=[A-Z])")

CLUTTER_HEADING = re.compile(
    r"^(related (articles|posts|pages|products|reading|topics|guides|stories|content|tags|items|coverage|news|videos)|filed under|story tools|"
    r"most (read|popular|viewed|commented|shared|emailed|discussed|active)\b.{0,40}|latest (news|stories|headlines|posts|videos)\b.{0,30}|top stories\b.{0,30}|"
    r"(explore )?related content|what['’]s hot|(hot|trending) topics|trending\b.{0,20}|recommended( for you)?|(editors?['’]s?|our) (recommendations|picks)|.{0,100}you (may|might) also (like|enjoy)|sponsored( links| content)?|"
    r"popular (stories|topics|videos)|more (stories|news|headlines|videos)\b.{0,40}|from the web|around the web|keep reading|up next|"
    r"more from\b.*|read (next|more)|"
    r"(leave|post) a (reply|comment)|\d* ?comments?( \(\d+\))?|share this.*|follow us|newsletter|subscribe.*|sign up.*|"
    r"recent (posts|articles)|popular (posts|articles|now)|about the author|categories|tags|archives?|advertisement|"
    r"customers? also (bought|viewed).*|recently viewed|trending( now)?|most read|(main |site )?menu|navigation( menu)?|table of contents|contents|"
    r"other (stories|news|articles)|(top |about )?reader comments.*|(visitor|reader) opinions.*|recent articles? (in|on|by) .{1,30}|"
    r"on this page|in this (article|guide)|join the (discussion|conversation)|"
    r"ähnliche (artikel|beiträge|themen)|das könnte (sie|dich) auch interessieren|verwandte (artikel|themen)|kommentare?|schreibe? einen kommentar|"
    r"mehr zum thema|meistgelesen|weitere (artikel|themen|nachrichten)|lesen sie auch|inhalt(sverzeichnis)?|neueste (beiträge|kommentare)|beliebte beiträge|teilen|über den autor|kategorien|schlagwörter|"
    r"articles? (similaires|liés|récents)|à lire (aussi|également)|vous aimerez aussi|commentaires?|laisser un commentaire|sommaire|table des matières|"
    r"sur le même sujet|les plus lus|dans la même rubrique|mots[- ]clés|partager( cet article)?|catégories|à propos de l['’]auteur|"
    r"noticias relacionadas|archivado en|lo más (visto|leído)|última hora|etiquetas|(artículos|entradas) (relacionad[oa]s|recientes)|también te puede interesar|comentarios?|deja (un comentario|una respuesta)|índice|compartir|categorías|"
    r"i più letti|leggi anche|ultime notizie|articoli (correlati|recenti|simili)|potrebbe interessarti( anche)?|commenti|lascia un commento|indice|condividi|categorie|"
    r"meest gelezen|meer over .{1,30}|gerelateerde (artikelen|berichten)|lees ook|misschien ook interessant|reacties?|laat een reactie achter|inhoudsopgave|delen|categorieën|recente berichten|"
    r"(as )?mais lidas|últimas notícias|saiba mais|artigos (relacionados|recentes)|posts relacionados|leia também|comentários?|deixe (um comentário|uma resposta)|índice|partilhar|compartilhar|categorias|"
    r"najczęściej czytane|polecane|najnowsze|(podobne|powiązane|ostatnie) (artykuły|wpisy)|zobacz (też|także|również)|czytaj też|komentarze?|dodaj komentarz|spis treści|udostępnij|kategorie)$",
    re.IGNORECASE,
)
CLUTTER_LINE = re.compile(
    r"^(skip to (main )?content|advert(isement)?|sponsored( content)?|share( this)?( (page|article|post))?|tweet|print( this page)?|read more|"
    r"add to (basket|cart|wishlist)|back to top|log ?in|sign in|register|menu|search|home|accept( all)?|close|reply|report|quote|"
    r"continue reading( the main story)?|story continues below|view (full[- ]size|larger) (image|version)|page \d+ of \d+|loading\W{0,3}|more\W{0,3}|"
    r"(like|follow) us on .{0,40}|enlarge( this)?( image)?|(hide|toggle|show) captions?|show thumbnails|autoplay|replay|fullscreen|report (as )?abuse|"
    r"all rights reserved.*|©.*|copyright .*|\d+ (comments?|shares?|likes?)|this (site|website) uses cookies.*|we use cookies.*|"
    r"zum inhalt springen|anzeige|werbung|mehr lesen|weiterlesen|in den warenkorb|nach oben|anmelden|registrieren|suche|startseite|alle akzeptieren|alle rechte vorbehalten.*|"
    r"(wir|diese (seite|website)) (verwenden|verwendet|nutzen|nutzt) cookies.*|aller au contenu|publicité|lire la suite|ajouter au panier|haut de page|se connecter|rechercher|accueil|"
    r"tout accepter|tous droits réservés.*|(nous utilisons|ce site utilise) des cookies.*|ir al contenido|publicidad|leer más|añadir al carrito|volver arriba|iniciar sesión|buscar|inicio|"
    r"aceptar todo|todos los derechos reservados.*|(utilizamos|este sitio utiliza) cookies.*|vai al contenuto|pubblicità|leggi (tutto|di più)|aggiungi al carrello|torna su|accedi|cerca|"
    r"accetta tutto|tutti i diritti riservati.*|(utilizziamo|questo sito utilizza) (i )?cookie.*|naar de inhoud|advertentie|lees (meer|verder)|in winkelwagen|naar boven|inloggen|zoeken|"
    r"alles accepteren|alle rechten voorbehouden.*|(wij gebruiken|deze (site|website) gebruikt) cookies.*|ir para o conteúdo|publicidade|ler mais|leia mais|adicionar ao carrinho|"
    r"voltar ao topo|iniciar sessão|pesquisar|aceitar tudo|todos os direitos reservados.*|(usamos|utilizamos|este site utiliza) cookies.*|przejdź do treści|reklama|czytaj (więcej|dalej)|"
    r"dodaj do koszyka|do góry|zaloguj się|szukaj|strona główna|akceptuj wszystko|wszelkie prawa zastrzeżone.*|(używamy|ta strona używa) (plików )?cookies?.*|"
    r"posted (by|on|in) .{0,60}|by [A-Z]\S+ [A-Z]\S+( \| .{0,40})?|last updated:? .{0,30}|\d+ min(ute)?s? read)$",
    re.IGNORECASE,
)
CLUTTER_WORDS = 14  # of such a line at most
COPYRIGHT_LINE = re.compile(r"^(?:©|\(c\)|copyright)\s?(?:©|\(c\))?\s?(?:19|20)\d\d\b.{0,160}\ball rights reserved\b", re.IGNORECASE)
DATA_LINE = re.compile(  # what a script reads, in an element that a style hides; "[Update: ...]" is said by people
    r"^[\[{]\s{0,5}[\"\[{].{0,200}\":|^\{\s{0,5}\w{1,40}\s?:\s?[\w\"'{\[]"
)
COPYRIGHT_WORDS = 40  # of such a line at most


def is_clutter_line(text: str, words: int) -> bool:
    """Whether a line of so many words is furniture by what it says."""
    return bool(
        (words <= CLUTTER_WORDS and CLUTTER_LINE.match(text))
        or (words <= COPYRIGHT_WORDS and COPYRIGHT_LINE.match(text))
        or DATA_LINE.match(text)
    )


def words_of_names(element: Element) -> list[str]:
    """The words of an element's class and id, in lower case, camel case taken apart."""
    names = f"{element.get('class')} {element.get('id')}"
    return [word.lower() for word in _SPLIT.split(names) if word]


def _telling_words(element: Element) -> list[str]:
    """The words of the names that say what the element is for.

    An id is often made from a section's own heading ("cookies", "handling-security-related-bugs"): one that is, or that is long, says
    what the section is about and not what it is for. So does a class name of many words.
    """
    words: list[str] = []
    for name in element.get("class").split():
        parts = [part.lower() for part in _SPLIT.split(name) if part]
        if len(parts) <= LONGEST_NAME:
            words += parts
        elif tuple(parts[-2:]) in _PAIRS:
            words += parts[-2:]  # "page-article-main-right-column"
    parts = [part.lower() for part in _SPLIT.split(element.get("id")) if part]
    if len(parts) == LONGEST_NAME:
        parts = next(([*pair] for pair in itertools.pairwise(parts) if pair in _IN_LONG_IDS), [])
    if parts and len(parts) < LONGEST_NAME and not _is_named_after_heading(element, parts):
        words += parts
    return words


def _is_named_after_heading(element: Element, parts: list[str]) -> bool:
    heading = next((e for e in itertools.islice(element.elements(), 12) if e.tag in _HEADING_TAGS), None)
    if heading is None:
        return False
    text = heading.text()
    said = [part.lower() for part in _SPLIT.split(text) if part]
    if said[: len(parts)] != parts:
        return False
    return not CLUTTER_HEADING.match(text.strip(" :¶#")) or _is_one_of_many(element)


def _is_one_of_many(element: Element) -> bool:
    """Whether sections beside an element have their headings as ids too: then "comments" is what the section is about ("COMMENTS", one of a list of constants)."""
    found = 0
    for other in itertools.islice(element.parent.children if element.parent is not None else (), MOST_BESIDE):
        if isinstance(other, str) or other is element or other.tag != element.tag or not other.get("id"):
            continue
        parts = [part.lower() for part in _SPLIT.split(other.get("id")) if part]
        heading = next((e for e in itertools.islice(other.elements(), 12) if e.tag in _HEADING_TAGS), None)
        found += (
            heading is not None
            and [part.lower() for part in _SPLIT.split(heading.text()) if part][: len(parts)] == parts
            and heading.text().isupper()
        )
    return found >= LEAST_BESIDE


def is_hidden(element: Element) -> bool:
    """Whether the element is not shown and is not something the reader can open."""
    hidden = "hidden" in element.attributes or element.get("aria-hidden") == "true" or bool(_INVISIBLE.search(element.get("style")))
    if not hidden:
        return False
    near: Element | None = element
    for _ in range(3):
        if near is None:
            break
        if near.tag == "details" or near.get("role") == "tabpanel" or _OPENABLE.search(f"{near.get('class')} {near.get('id')}"):
            return False
        near = near.parent
    return True


def strong_reason(element: Element) -> str:
    """A reason to leave the element out that holds whatever its size ("" when there is none)."""
    if is_hidden(element):
        return "hidden"
    role = element.get("role").lower()
    if role in _BY_ROLE:
        return _BY_ROLE[role]
    if element.tag == "aside" and (role == "note" or _NOTES & set(words_of_names(element))):
        return ""  # a tip or warning in the text
    if element.tag in _BY_TAG:
        # a form can wrap a whole page in some systems; that is judged by size
        return "" if element.tag == "form" else _BY_TAG[element.tag]
    return ""


def hints_of(element: Element) -> list[tuple[str, str]]:
    """(word, reason) for everything in the element's names that suggests furniture. Hints must not hold for the bulk of the page."""
    if element.tag in _NEVER_HINTED:
        return []
    if element.tag == "form":
        return [("form", "form")]
    if element.tag in _HEADING_TAGS:  # its id may be made from its words
        return [(word, "author note") for word in _SPLIT.split(element.get("class").lower()) if word in _HINTED_AS_HEADINGS]
    words = _telling_words(element)
    hints: list[tuple[str, str]] = []
    ends = [(words[0], words[-1])] if len(words) == 3 else []  # "rightTemplateColumn"
    for first, second in (*itertools.pairwise(words), *ends):
        reason = _PAIRS.get((first, second))
        if reason:
            hints.append((f"{first} {second}", reason))
    for position, word in enumerate(words):
        before = words[position - 1] if position else ""
        if before in _NEGATING or (word in OPINIONS and before in _CATEGORISING):
            continue
        reason = _REASON_OF_WORD.get(word, "")
        if not reason:
            reason = _REASON_OF_WORD.get(word.rstrip("0123456789"), "")  # "ad1", "ads2"
            if reason != "advert":
                continue
        hints.append((word, reason))
    return hints
