"""How much of a page is read. All bounds are counts, so that a page is read alike on every machine; what they cut is said in the reading's notes.

They lie far above honest pages: 40,000 words are a book of 150 pages. What is slower than these bounds allow is ended by whoever started the process.
"""

from __future__ import annotations

MOST_CHARACTERS = 6_000_000  # of a document
MOST_TAGS = 100_000
MOST_OPEN = 500  # elements inside each other, in the document: the parser's time grows with the square of it
MOST_FORMATTING = 60  # of b, i and the like open at once: the parser opens them anew in each block
MOST_ATTRIBUTES = 100  # of a tag; the parser's time grows with the square of it
MOST_NODES = 200_000  # elements and texts of the tree
MOST_DEPTH = 150  # of the tree; deeper nesting is flattened
MOST_RAW_BLOCKS = 20_000  # with all furniture
MOST_IMAGES, MOST_LINKS = 5_000, 10_000
MOST_JSON_CHARACTERS, MOST_JSON_VALUES = 1_000_000, 10_000  # of what a page says of itself
MOST_TITLE = 2_000  # characters
MOST_BLOCKS, MOST_WORDS, MOST_TEXT = 5_000, 40_000, 500_000  # of the main content, which are analysed; the text in characters
