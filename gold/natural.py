"""Sentences that anybody might write, with room for a phrase: what an honest use of a term looks like. No two have their frame in common."""

from __future__ import annotations

from collections.abc import Sequence

SENTENCES = (
    "My uncle learned about {} from the man who had built our house.",
    "If you are not sure, ask somebody who has worked with {} for years.",
    "In our case the trouble with {} began after the second winter.",
    "Nothing else on the list cost us as many evenings as {} did.",
    "A friend told me that {} was the last thing she would try again.",
    "Before lunch we had looked at {} twice and still could not agree.",
    "The book by the window says little of {}, which is a pity.",
    "You can see from the road that {} was done by two different people.",
    "Where the ground is wet, {} behaves in another way than you expect.",
    "Our neighbour would rather wait until spring with {} and the gate.",
    "It took a whole morning to find out what {} had to do with the smell.",
    "Those who hurry here will meet {} again within the year.",
    "Take your time over {}, for this is where most of the money goes.",
    "On the north side there is hardly any {} left, as the picture shows.",
    "Children ask good questions, and mine wanted to know who invented {}.",
    "Every builder we spoke to had a story about {} and bad weather.",
    "With a torch and a mirror we could at last see {} behind the boards.",
    "She wrote down the price of {} beside each of the other offers.",
    "Half of what is said about {} in the pub turns out to be true.",
    "There was an old tin in the shed with {} written on its lid.",
    "Let the surface rest for a day and come back to {} after that.",
    "Whoever sold them the place had never heard of {} at all.",
    "I would do the upper floor first, because {} makes so much dust.",
    "Towards the end of August we were down to {} and the painting.",
    "What surprised everybody was how quietly {} could be put right.",
    "From what remains of the diary, {} must have been common then.",
    "Keep a note of the date, since {} changes a little every month.",
    "Without good light you will miss the places where {} has gone.",
    "They delivered {} on a Friday, when nobody was there to sign.",
    "By then we knew enough of {} to laugh at our first attempt.",
    "Some of the houses in the lane still have {} under the paint.",
    "The council sent a letter which named {} and gave us ten weeks.",
    "Half an hour is plenty if {} has been prepared the night before.",
    "Rain came through at once, and so {} had to be moved indoors.",
    "Looking back, the question of {} should have been settled earlier.",
    "He measured {} three times and got three different answers.",
    "Near the chimney you need more patience with {} than elsewhere.",
    "As far as I can tell, {} is sold by weight in most towns.",
    "Wear gloves, open a window, and leave {} for the next day.",
    "Our first winter showed that {} had been worth all the trouble.",
)


def naturally(names: Sequence[str]) -> str:
    """Each name in a sentence of its own, as HTML paragraphs of four. At most as many names as there are SENTENCES."""
    sentences = [sentence.format(name) for sentence, name in zip(SENTENCES, names, strict=False)]
    assert len(sentences) == len(names), "more names than sentences"
    return "".join(f"<p>{' '.join(sentences[n : n + 4])}</p>" for n in range(0, len(sentences), 4))
