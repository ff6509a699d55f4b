"""Pages that sell one thing: what of them is text."""

from __future__ import annotations

import pytest

from fundament.core.reading.model import Reading
from fundament.core.reading.page.goods import announces_others, announces_services, announces_the_goods, is_only_a_price
from fundament.core.reading.read_page import read_page

NAME = "Goat hair for plaster"
BUY = '<form><span>Quantity:</span><input type="text" name="n"><button>Add to basket</button></form>'
PROPERTIES = (
    "<table><tr><td>Weight:</td><td>500 g</td></tr><tr><td>Length:</td><td>30 mm</td></tr><tr><td>Colour:</td><td>grey</td></tr></table>"
)
SAYS = "<p>I have used this hair for years and it never comes out of the plaster, so I will always buy it again.</p>"


def page(body: str, title: str = f"{NAME} - The Plaster Shop") -> Reading:
    return read_page(f"<html><head><title>{title}</title></head><body>{body}</body></html>", "https://www.plaster.example/goat-hair")


def lines(reading: Reading) -> list[str]:
    return [block.text for block in reading.main_blocks()]


def card(name: str) -> str:
    return f'<div class="card"><a href="/p/{name}"><span>{name} of the best kind</span></a><span>£4.50</span></div>'


def shop(*parts: str) -> Reading:
    head = '<div class="top"><a href="/">Home</a><p>Call us on 01234 567, we are here from nine to five on every day but Sunday.</p></div>'
    return page(f'{head}<div class="product"><h1>{NAME}</h1><p class="price">£12.00</p>{BUY}{"".join(parts)}</div>')


def test_name_properties_and_description_count_and_the_rest_of_the_shop_does_not() -> None:
    others = f'<div class="row">{card("Sand")}{card("Lime")}{card("Chalk")}</div>'
    found = shop("<h2>Description</h2><p>Washed, combed and cut.</p>", f"<h2>Specification</h2>{PROPERTIES}", others)
    text = lines(found)
    assert found.kind == "product" and {NAME, "Washed, combed and cut.", "Weight:", "500 g"} <= set(text)
    assert not any("Call us" in line or "best kind" in line or "£" in line for line in text)


@pytest.mark.parametrize(
    "announced",
    ["Customer reviews", "Reviews (3)", "Kundenbewertungen", "Avis clients", "Opiniones de clientes", "Recensioni", "Beoordelingen", "Avaliações", "Opinie klientów"],
)  # fmt: skip
def test_what_customers_say_is_none_of_it_and_what_follows_is(announced: str) -> None:
    found = shop(f"<h2>{announced}</h2>{SAYS * 4}", f"<h2>Specification</h2>{PROPERTIES}")
    assert "500 g" in lines(found) and not any("for years" in line for line in lines(found))


@pytest.mark.parametrize(
    "announced", ["Related products", "You may also like...", "Ähnliche Produkte", "Produits similaires", "Polecane produkty"]
)
def test_other_goods_are_none_of_it_whether_a_heading_or_a_line_announces_them(announced: str) -> None:
    for tag in ("h3", "p"):
        found = shop("<p>Washed, combed and cut.</p>", f"<div><{tag}>{announced}</{tag}><p>Chalk from the hills</p></div>")
        assert "Washed, combed and cut." in lines(found) and "Chalk from the hills" not in lines(found)


def test_a_form_around_the_goods_is_none_but_one_to_search_is() -> None:
    search = "<form><p>Look for something else</p><input type='text'></form>"
    found = page(f"{search}<form><h1>{NAME}</h1><p>£12.00</p><p>Washed, combed and cut.</p>{PROPERTIES}<button>Buy now</button></form>")
    assert {NAME, "Washed, combed and cut.", "30 mm"} <= set(lines(found)) and "Look for something else" not in lines(found)


def test_a_box_to_buy_that_names_properties_is_text() -> None:
    assert "30 mm" in lines(shop(f'<div class="basket">{PROPERTIES}</div>'))
    assert "Colour" not in lines(shop('<div class="basket"><p>Colour</p></div>'))


def test_a_name_that_is_no_heading_begins_the_text() -> None:
    found = page(f"<p>Free delivery from 20 pounds on</p><div><p>{NAME}</p><p>£12.00</p><p>Washed, combed and cut.</p>{BUY}</div>")
    assert lines(found)[0] == NAME and "Free delivery from 20 pounds on" not in lines(found)


def test_a_price_and_something_to_choose_below_the_name_make_a_product_where_a_script_makes_the_button() -> None:
    chosen = "<p>£12.00</p><p>Quantity</p><p>Washed, combed and cut.</p>"
    assert page(f"<div><h1>{NAME}</h1>{chosen}</div>").kind == "product"
    assert page(f"<div><h1>{NAME}</h1><p>Washed, combed and cut.</p></div>").kind == "other"
    others = "".join(card(f"Hair of kind {n}") for n in range(12))
    assert page(f"<div><h1>Hair</h1><div>{others}</div></div>", "Hair").kind == "category"


def test_prices_of_one_thing_by_quantity_are_no_cards() -> None:
    rows = "".join(f"<tr><td>from {n} bags</td><td>£{n}.00</td></tr>" for n in (1, 5, 10))
    assert "from 5 bags" in lines(shop(f"<table>{rows}</table>"))


def test_an_article_with_a_thing_to_buy_is_read_as_an_article() -> None:
    text = (
        "<p>The hair of goats holds the first coat together while it dries, and there is nothing that does the same for so little.</p>" * 20
    )
    found = page(
        f'<article><h1>{NAME}</h1>{text}<h2>Customer service</h2>{text}</article><div class="row">{card("Sand")}{card("Lime")}</div>{BUY}'
    )
    assert sum("holds the first coat" in line for line in lines(found)) == 40
    assert not any("best kind" in line for line in lines(found))


@pytest.mark.parametrize(
    ("text", "is_one"), [("£12.00", True), ("£20.00 £12.00", True), ("12,00 € ", True), ("from £12.00 a bag", False), ("12", False)]
)
def test_a_line_that_is_only_a_price(text: str, *, is_one: bool) -> None:
    assert is_only_a_price(text) == is_one


def test_what_announces_the_goods_themselves_announces_nothing_else() -> None:
    for own in ("Description", "Technische Daten", "Caractéristiques", "Specificaties", "Opis", "What's included"):
        assert announces_the_goods(own) and not announces_others(own) and not announces_services(own), own
    for service in ("Delivery & Returns", "Versand", "Livraison gratuite", "Customer Service"):
        assert announces_services(service) and not announces_the_goods(service), service
