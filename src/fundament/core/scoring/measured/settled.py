"""What a person settled of the subtopics that a text perhaps covers."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray


def settled_credit(credit: NDArray[np.float64], settled: Mapping[int, bool]) -> NDArray[np.float64]:
    """The text's credit per subtopic with what was settled: whole or nothing where it was *perhaps*; what is plain stays."""
    found = credit.copy()
    for number, covered in settled.items():
        if 0.0 < found[number] < 1.0:
            found[number] = 1.0 if covered else 0.0
    return found
