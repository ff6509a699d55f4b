"""One intent or two: false alarms on sets of one, and joined sets told apart. `./fundament bench outside.intents`."""

from __future__ import annotations

from bench.outside.intent_sets import SINGLE, TUNED, TWO_INTENTS, TWO_SUBJECTS, compared
from fundament.core.yardstick.other_pages.intents import divide

RIGHT = 0.9  # share of the pages in their own group


def accuracy(groups: tuple[int, ...], truth: list[int]) -> float:
    """The share of all pages that are in the group of their own kind; a page that was left out is not."""
    same = sum(group == number for group, number in zip(groups, truth, strict=True))
    other = sum(group == 1 - number for group, number in zip(groups, truth, strict=True))
    return max(same, other) / len(truth)


def main() -> None:
    alarms = {True: 0, False: 0}
    for name in SINGLE:
        pages, _ = compared([name])
        found = divide([(page.reading, page.analysis) for page in pages])
        alarms[name in TUNED] += found is not None
        if found is not None:
            print(f"false alarm: {name} ({'tuned' if name in TUNED else 'reported'}), {found.by}: {found.terms}")
    tuned = sum(name in TUNED for name in SINGLE)
    print(f"false alarms: {alarms[True]} of {tuned} tuned, {alarms[False]} of {len(SINGLE) - tuned} reported")
    told = {True: 0, False: 0}
    for pair in (*TWO_SUBJECTS, *TWO_INTENTS):
        pages, truth = compared(pair)
        found = divide([(page.reading, page.analysis) for page in pages])
        right = accuracy(found.groups, truth) if found else 0.0
        told[pair in TUNED] += right >= RIGHT
        kind = "subjects" if pair in TWO_SUBJECTS else "intents"
        print(
            f"two {kind} ({'tuned' if pair in TUNED else 'reported'}), {' + '.join(pair)}, {len(truth)} pages: {right:.2f} {found.by if found else '-'} {found.terms if found else ''}"
        )
    print(f"told apart: {told[True]} of 4 tuned, {told[False]} of 6 reported")


if __name__ == "__main__":
    main()
