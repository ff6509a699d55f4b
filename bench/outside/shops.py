"""Reading of pages of goods against labels made by hand before any output was seen (`web_pages`).

    ./fundament bench outside.shops [--half tuned|reported] [--alone] [--worst N]
The goods' name, description, properties and what is in the box are text; prices, what can be chosen, availability, delivery and payment count either way;
what customers say of them, other goods and the shop's own furniture are none. Pages marked "later" were labelled when the first half had been mended for, and mended
for afterwards too.
"""

from __future__ import annotations

import json

from bench.outside.collections import pages_with_forms
from bench.outside.web_pages import LABELS, report


def main() -> None:
    report("bench outside.shops", pages_with_forms(), json.loads(LABELS.with_name("shops.json").read_text()))


if __name__ == "__main__":
    main()
