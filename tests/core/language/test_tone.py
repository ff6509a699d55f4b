"""The tone around a phrase."""

from __future__ import annotations

from fundament.core.yardstick.tone import tone_of


def test_sentences_lean_and_the_strongest_are_shown() -> None:
    said = [
        "Lime is a wonderful, lovely and happy choice.",
        "The joint is ten millimetres wide.",
        "Cement is a horrible disaster that ruins and destroys brick.",
    ]
    tone = tone_of([*said, said[1]], "en")
    assert tone is not None and (tone.good, tone.neutral, tone.bad) == (1, 1, 1)  # what is said twice counts once
    assert tone.good_examples == (said[0],) and tone.bad_examples == (said[2],)
    assert tone_of(said, "de") is None and tone_of([], "en") is None
