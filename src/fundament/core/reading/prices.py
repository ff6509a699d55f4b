"""Prices in a text."""

from __future__ import annotations

import re

# a number begins where no number goes on, and no price has more than 24 signs: however many digits there are, each is looked at a few times
PRICE = re.compile(r"[£€$]\s?\d[\d.,]{0,24}|(?<![\d.,])\d[\d.,]{0,24}\s?(?:€|EUR|GBP|USD|zł|PLN|CHF|Kč|грн|руб|₽|kr\b|Ft\b)")
