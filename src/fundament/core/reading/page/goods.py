"""Pages that sell one thing: its text is names, properties and a few lines, with hardly a long paragraph to go by.

On such a page the text is what stands below its title in the part of the page that holds most of what is said there, without what customers say, without the
shop's own services, and without cards of other goods (children of one kind, each with a price and a link).
"""

from __future__ import annotations

import itertools
import re
from bisect import bisect_left, bisect_right
from collections import Counter, defaultdict

from fundament.core.reading.markup_tree.tree import Element
from fundament.core.reading.metadata import Metadata
from fundament.core.reading.page.blocks import RawBlock
from fundament.core.reading.page.prices import BUY, PRICE

_GOODS = frozenset(["Product", "ProductGroup", "ProductModel", "IndividualProduct"])
MOST_RUNNING = 350  # words of running text; with more of it a page is read as any other
MOST_CONTROLS = 3_000  # elements that are looked at for a control to buy
MOST_SAID = 0.7  # of the words below the title, that the part with the goods holds at least
MOST_OF_A_LINE = 120  # characters
HEADING_WORDS = 9  # of a line that says what the next ones are, at most
MOST_OF_A_CARD = 80  # words of running text
CARDS = 2  # of one kind, at least

_BUY_VERBS = re.compile(r"\b(?:acheter|comprar|acquista|купить|i kurv|lägg i)\b", re.IGNORECASE)  # on a control
_BUY_NAMES = re.compile(r"add[-_]?(?:item[-_]?)?to[-_]?(?:cart|basket|bag)|buy[-_]?now|btn[-_]?cart", re.IGNORECASE)

# what lines and headings of few words say, in lower case and without numbers and signs at their end: how they begin, and what they hold
_OPINIONS = (
    "review", "customer review", "product review", "write a review", "write your own review", "your review", "our review", "customer testimonial", "testimonial",
    "rating", "customer rating", "customer question", "questions and answers", "questions & answers",
    "bewertung", "produktbewertung", "kundenbewertung", "kundenmeinung", "meinungen", "rezension", "kundenrezension",
    "avis", "donnez votre avis", "opiniones", "recensioni", "beoordelingen", "klantbeoordelingen", "avaliações", "opinie", "recenzje", "recenze", "hodnocení", "отзывы",
)  # fmt: skip
_OTHER_GOODS = (
    "see also", "related product", "related item", "similar product", "similar item", "useful addition", "recommended", "recently viewed", "top seller", "best seller",
    "bestseller", "popular product", "complete the look", "goes with", "goes well with", "more from", "often bought", "frequently bought", "you may also", "you might also",
    "ähnliche produkte", "ähnliche artikel", "passende produkte", "passende artikel", "das könnte", "das passt", "kunden kauften", "kunden haben", "andere kunden", "zuletzt angesehen",
    "produits similaires", "produits associés", "produits liés", "vous aimerez", "les clients", "productos relacionados", "productos similares", "también te",
    "prodotti correlati", "prodotti simili", "potrebbe", "gerelateerde producten", "produtos relacionados", "podobne produkty", "polecane produkty", "powiązane produkty",
    "mogą cię", "podobné produkty", "související", "mohlo by vás", "похожие товары", "рекомендуем", "с этим товаром",
)  # fmt: skip
_OTHER_GOODS_WITHIN = (
    "also like", "also bought", "also view", "also purchase", "weitere produkte", "weitere artikel", "weitere alternative", "passende produkte", "alternative modelle",
    "alternativen modelle",
)  # fmt: skip
_SERVICES = (
    "safe shopping", "secure shopping", "returns", "easy returns", "free returns", "return policy", "shipping", "free shipping", "standard shipping", "delivery", "home delivery",
    "free delivery", "standard delivery", "payment", "customer service", "great customer service", "customer care", "customer support", "why buy", "why shop", "why choose",
    "sign up", "newsletter", "stay connected", "stay in touch", "follow us", "connect with us", "my account", "categories", "contact us", "about", "last order dates", "site links", "useful links",
    "versand", "lieferung", "zahlung", "rückgabe", "ihre vorteile", "vorteile", "besuchen sie", "livraison", "paiement", "envío", "spedizion", "verzending", "entrega", "dostawa",
    "proč nakoupit", "o firmě", "доставка", "оплата", "условия доставки",
)  # fmt: skip
_OWN = (
    "description", "detail", "specification", "specs", "feature", "overview", "information", "data sheet", "dimension", "material", "ingredient", "composition", "properties",
    "product description", "product detail", "product information", "product specification", "product feature", "item description", "item detail", "technical specification",
    "technical detail", "technical information", "technical data", "additional information", "more info", "full description", "full specification", "what's included", "what is included",
    "what's in the box", "includes", "nutrition", "care instruction",
    "beschreibung", "produktbeschreibung", "artikelbeschreibung", "produktdetails", "produktinformationen", "produktdaten", "eigenschaften", "merkmale", "technische daten",
    "technische details", "lieferumfang", "inhaltsstoffe", "zutaten", "caractéristiques", "fiche technique", "détails", "descripción", "características", "descrizione",
    "caratteristiche", "scheda tecnica", "omschrijving", "productomschrijving", "specificaties", "kenmerken", "descrição", "especificações", "opis", "specyfikacja", "parametry",
    "szczegóły", "popis", "описание", "характеристики", "технические",
)  # fmt: skip
_AT_THE_END = " \t.…:()0123456789"


def _said(text: str) -> str:
    """What a line of few words says, "" of a longer one."""
    return text.lower().rstrip(_AT_THE_END).lstrip() if len(text) <= MOST_OF_A_LINE else ""


def announces_others(text: str) -> bool:
    """Whether a line announces what customers say, or other goods."""
    said = _said(text)
    return said.startswith((*_OPINIONS, *_OTHER_GOODS)) or any(words in said for words in _OTHER_GOODS_WITHIN)


def announces_services(text: str) -> bool:
    """Whether a heading announces what the shop does for everybody."""
    return _said(text).startswith(_SERVICES)


def announces_the_goods(text: str) -> bool:
    """Whether a heading announces what tells about the goods themselves."""
    return _said(text).startswith(_OWN)


def sells(root: Element, metadata: Metadata, blocks: list[RawBlock]) -> bool:
    """Whether the page sells: by its structured data, or by a price on it and a control to buy."""
    if _GOODS & set(metadata.structured_types) or metadata.open_graph_type in ("product", "og:product"):
        return True
    if not any(PRICE.search(block.text) for block in blocks):
        return False
    return any(map(_is_to_buy, itertools.islice((e for e in root.elements() if e.tag in ("button", "input", "a")), MOST_CONTROLS)))


def _is_to_buy(control: Element) -> bool:
    """Whether a button, input or link is one to buy with, by its names or by what it says."""
    said = f"{control.get('value')} {control.get('title')} {control.get('alt')} {control.text(60) if control.tag != 'input' else ''}"[:200]
    names = f"{control.get('id')} {control.get('class')} {control.get('name')}"[:200]
    return bool(_BUY_NAMES.search(names) or BUY.search(said) or _BUY_VERBS.search(said))


_QUANTITY = re.compile(
    r"\b(?:qty|quantity|menge|anzahl|quantité|cantidad|quantità|aantal|quantidade|ilość|szt|množství|количество|select size|size chart)\b",
    re.IGNORECASE,
)
_LETTERS = re.compile(r"[^\W\d_]{3}")
LONGEST_PRICE = 60  # characters of a line that says prices and nothing else
NEAR = 12  # blocks below the title, where the price of what is sold stands


def has_price_below(blocks: list[RawBlock], title: int) -> bool:
    """Whether a price stands just below a title."""
    return any(b.words <= HEADING_WORDS and PRICE.search(b.text) for b in blocks[title + 1 : title + 1 + NEAR])


def is_priced(blocks: list[RawBlock], title: int) -> bool:
    """Whether a price and something to choose stand just below a title, as where a script makes the control to buy."""
    near = blocks[title + 1 : title + 1 + NEAR]
    return has_price_below(blocks, title) and any(b.words <= HEADING_WORDS and _QUANTITY.search(b.text) for b in near)


def is_only_a_price(text: str) -> bool:
    """Whether a line says a price and nothing else."""
    return len(text) <= LONGEST_PRICE and bool(PRICE.search(text)) and not _LETTERS.search(PRICE.sub("", text))


def _kind(element: Element) -> tuple[str, str]:
    return element.tag, " ".join(element.get("class").split())


def _others_sections(blocks: list[RawBlock], first: int, running: list[int]) -> set[int]:
    """The places of what stands under a heading, or a line, that announces what customers say, other goods or services; not of a long text."""
    found: list[list[int]] = []
    level = 0  # of the heading that is in force: 7 for a line, 0 for none
    for position in range(first, len(blocks)):
        block = blocks[position]
        text = block.text.strip() if block.words <= HEADING_WORDS else ""
        heading = block.kind == "heading"
        if (heading and (announces_others(text) or announces_services(text))) or (
            not level and block.kind == "paragraph" and not block.link_characters and announces_others(text)
        ):
            level = block.level if heading else 7
            found.append([])
        elif heading and (block.level <= level or announces_the_goods(text)):
            level = 0
        if level:
            found[-1].append(position)
    return {p for places in found if sum(running[p] for p in places) < MOST_RUNNING for p in places}


def _cards(blocks: list[RawBlock], title: Element, running: list[int]) -> set[int]:
    """The places of blocks in cards of other goods, which are short."""
    priced: dict[int, set[int]] = defaultdict(set)  # parent -> its children that hold a price
    elements: dict[int, Element] = {}
    for block in blocks:
        if not PRICE.search(block.text):
            continue
        near = block.element
        while near.parent is not None:
            elements[id(near)] = near
            if id(near) in priced[id(near.parent)]:
                break
            priced[id(near.parent)].add(id(near))
            near = near.parent
    spans: list[tuple[int, int]] = []
    for children in priced.values():
        cards = [elements[child] for child in children if not elements[child].holds(title)]
        kinds = Counter(_kind(card) for card in cards)
        for card in cards:
            if kinds[_kind(card)] >= CARDS and _leads_elsewhere(card):
                spans.append((card.place, card.last))
    places = [block.element.place for block in blocks]
    found: set[int] = set()
    for first, last in spans:
        inside = range(bisect_left(places, first), bisect_right(places, last))
        if sum(running[p] for p in inside) <= MOST_OF_A_CARD:
            found.update(inside)
    return found


def _leads_elsewhere(card: Element) -> bool:
    near = [card, card.parent] if card.parent is not None else [card]
    return any(e.tag == "a" and e.get("href") and e.get("href")[0] != "#" for e in [*near, *itertools.islice(card.elements(), 60)])


def text_of_goods(blocks: list[RawBlock], reasons: list[str], title: int, running: list[int]) -> list[bool] | None:
    """Which blocks of a page that sells are its text; None when it has too much running text to be read as such a page.

    reasons: why blocks are left out already ("" where they are not); title: the block with the name of what is sold; running: the words of running text of each.
    """
    heading = blocks[title].element
    left_out = _others_sections(blocks, title + 1, running) | _cards(blocks, heading, running)
    kept = [not reasons[position] and position not in left_out for position in range(len(blocks))]
    if sum(words for words, k in zip(running, kept, strict=True) if k) >= MOST_RUNNING:
        return None
    kept[:title] = [False] * title
    places = [block.element.place for block in blocks]
    words = (b.words if k and b.kind != "heading" and 2 * b.link_characters < len(b.text) else 0 for b, k in zip(blocks, kept, strict=True))
    said = list(itertools.accumulate(words, initial=0))
    part = heading
    while part.parent is not None and said[bisect_right(places, part.last)] - said[bisect_left(places, part.place)] < MOST_SAID * said[-1]:
        part = part.parent
    own = _own_sections(blocks, title + 1)
    return [k and (part.holds(b.element) or position in own) for position, (b, k) in enumerate(zip(blocks, kept, strict=True))]


def _own_sections(blocks: list[RawBlock], first: int) -> set[int]:
    """The places of headings that announce what the goods are, and of what stands with them in the same part of the page, up to the next heading."""
    found: set[int] = set()
    part: Element | None = None
    for position in range(first, len(blocks)):
        element = blocks[position].element
        if blocks[position].kind == "heading":
            part = element.parent if announces_the_goods(blocks[position].text) else None
            following = blocks[position + 1].element if position + 1 < len(blocks) else element
            while part is not None and part.parent is not None and not part.holds(following):
                part = part.parent
        if part is not None and part.holds(element):
            found.add(position)
    return found
