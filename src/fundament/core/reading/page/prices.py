"""Prices in a text, and what is said where one buys."""

from __future__ import annotations

import re

# a number begins where no number goes on, and no price has more than 24 signs: however many digits there are, each is looked at a few times
PRICE = re.compile(r"[£€$]\s?\d[\d.,]{0,24}|(?<![\d.,])\d[\d.,]{0,24}\s?(?:€|EUR|GBP|USD|zł|PLN|CHF|Kč|грн|руб|₽|kr\b)")
BUY = re.compile(  # what only a control says; a verb by itself ("comprar") may stand in any text
    r"add to (?:your )?(?:basket|cart|bag|trolley)|add items? to cart|buy (?:it )?now|pre-?order now|in den warenkorb|in die einkaufstasche|jetzt kaufen|ajouter au panier|"
    r"añadir (?:al carrito|a la cesta)|aggiungi al carrello|in (?:de )?winkel(?:wagen|mand)|adicionar ao (?:carrinho|cesto)|do koszyka|kup teraz|do košíku|do košíka|kosárba|"
    r"в корзину|до кошика|i varukorgen|i handlekurven",
    re.IGNORECASE,
)
