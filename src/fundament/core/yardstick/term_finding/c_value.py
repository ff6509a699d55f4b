"""C-value: how much a phrase is a term of its own and not only a part of longer ones.

Source: Frantzi, Ananiadou and Mima, "Automatic recognition of multi-word terms: the C-value/NC-value method", 2000, with log2(1 + words) in
place of log2(words), so that single words have a value too (Barron-Cedeno et al. 2009).
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Mapping

Phrase = tuple[str, ...]


def c_values(uses: Mapping[Phrase, int]) -> dict[Phrase, float]:
    """The C-value of every phrase.

    uses: phrase as a tuple of words -> how often it is used, inside longer phrases or not.
    For a phrase a that is part of the longer candidates T: log2(1 + |a|) * (f(a) - sum of f(b) over T / |T|); for one that is part of none
    log2(1 + |a|) * f(a). Values are at least 0 when no longer phrase is used more often than its part.
    """
    longer: dict[Phrase, list[int]] = defaultdict(list)
    for phrase, count in uses.items():
        parts = {phrase[i:j] for i in range(len(phrase)) for j in range(i + 1, len(phrase) + 1)} - {phrase}
        for part in parts:
            if part in uses:
                longer[part].append(count)
    values = {}
    for phrase, count in uses.items():
        inside = longer.get(phrase)
        own = count - sum(inside) / len(inside) if inside else float(count)
        values[phrase] = math.log2(1 + len(phrase)) * own
    return values
