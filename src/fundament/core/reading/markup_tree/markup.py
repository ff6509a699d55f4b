"""What is cut from a document before the parser sees it: shapes for which its time grows with the square of their size.

One pass over the tags, as the HTML Standard has them ("Tokenization"); each character is looked at a fixed number of times.
"""

from __future__ import annotations

import re

from fundament.core.language.word_list import word_list
from fundament.core.reading.markup_tree.bounds import MOST_ATTRIBUTES, MOST_CHARACTERS, MOST_FORMATTING, MOST_OPEN, MOST_TAGS

_NAME = re.compile(r"<(/?)([A-Za-z][^\s/>]{0,40})[^\s/>]*+")
# possessive: what was read is not tried again another way. They are only matched at a place, never searched for
_ATTRIBUTE_HERE = re.compile(r"""[\s/]*+[^\s/>][^\s/>=]*+(?:\s*+=\s*+(?:"[^"]*+"|'[^']*+'|(?!["'])[^\s>]*+))?+""")
_TAG_END_HERE = re.compile(rf"(?:{_ATTRIBUTE_HERE.pattern})*+[\s/]*+>")
_XHTML = re.compile(
    r"""^\s{0,100}(?:<\?xml\s|<!DOCTYPE[^>]{0,300}XHTML|<html[^>]{0,1000}xmlns\s{0,9}=\s{0,9}["']http://www\.w3\.org/1999/xhtml)""",
    re.IGNORECASE,
)
LONG_TAG = 1_000  # characters; a shorter tag has too few attributes to be slow
_VOID = word_list("area base br col embed frame hr img input link meta param source track wbr image keygen bgsound basefont")
# their end may be left out, and a next one or a block closes them
_CLOSED_BY_OTHERS = word_list("html head body p li dd dt td th tr tbody thead tfoot option optgroup rp rt rb rtc colgroup a")
_FORMATTING = word_list("b big code em font i nobr s small strike strong tt u")
_RAW_TEXT = {
    name: re.compile(rf"</{name}(?=[\s/>])", re.IGNORECASE)
    for name in ("script", "style", "textarea", "title", "xmp", "iframe", "noembed", "noframes")
}


def bounded_markup(html: str) -> tuple[str, bool]:
    """The document without what exceeds the bounds, and whether anything does.

    Beyond MOST_OPEN open elements start tags are dropped, and so are attributes beyond MOST_ATTRIBUTES of a tag; text stays. Beyond MOST_TAGS tags or
    MOST_CHARACTERS the document ends. In a document that says it is XHTML an element that is closed in its own tag ("<script/>") is given the end tag that HTML wants.
    """
    is_cut, is_xhtml = len(html) > MOST_CHARACTERS, _XHTML.match(html) is not None
    html = html[:MOST_CHARACTERS]
    pieces: list[str] = []
    kept_to = 0  # up to here the document is in pieces, or dropped
    place, tags = 0, 0
    open_elements: list[str] = []
    open_of: dict[str, int] = {}
    formatting: dict[str, int] = {}
    while (start := html.find("<", place)) >= 0:
        named = _NAME.match(html, start)
        if named is None:
            if html.startswith("<!--", start):
                end = html.find("-->", start + 2)
                place = end + 3 if end >= 0 else len(html)
            else:
                place = start + 1
            continue
        tags += 1
        ended = _TAG_END_HERE.match(html, named.end())
        if ended is None or tags > MOST_TAGS:  # a tag that never ends is nothing, and so is all behind it
            html, is_cut = html[:start], True
            break
        place = ended.end()
        name = named.group(2).lower()
        if named.group(1):
            _close(name, open_elements, open_of, formatting)
            continue
        if is_xhtml and html[place - 2] == "/" and name not in _VOID and not (open_of.get("svg") or open_of.get("math")):
            until = _end_of_attributes(html, named.end()) if place - start > LONG_TAG else None
            pieces += [html[kept_to : until or place - 2], f"></{name}>"]
            kept_to, is_cut = place, is_cut or until is not None
            continue
        if name in _RAW_TEXT and not (open_of.get("svg") or open_of.get("math")):
            raw_end = _RAW_TEXT[name].search(html, place)
            place = raw_end.start() if raw_end else len(html)
            if name == "textarea" or name == "title":
                continue
        elif name == "plaintext":
            place = len(html)
        elif not _open(name, open_elements, open_of, formatting):
            pieces.append(html[kept_to:start])
            kept_to, is_cut = place, True
            continue
        if ended.end() - start > LONG_TAG:
            until = _end_of_attributes(html, named.end())
            if until is not None:
                pieces += [html[kept_to:until], ">"]
                kept_to, is_cut = ended.end(), True
    pieces.append(html[kept_to:])
    return "".join(pieces), is_cut


def _open(name: str, open_elements: list[str], open_of: dict[str, int], formatting: dict[str, int]) -> bool:
    """Note a start tag; False when it is one too many."""
    if name in _VOID or name in _CLOSED_BY_OTHERS:
        return True
    if name in _FORMATTING:
        if sum(formatting.values()) >= MOST_FORMATTING:
            return False
        formatting[name] = formatting.get(name, 0) + 1
        return True
    if len(open_elements) >= MOST_OPEN:
        return False
    open_elements.append(name)
    open_of[name] = open_of.get(name, 0) + 1
    return True


def _close(name: str, open_elements: list[str], open_of: dict[str, int], formatting: dict[str, int]) -> None:
    """Note an end tag: it closes what is open inside its element."""
    if formatting.get(name):
        formatting[name] -= 1
    if open_of.get(name):
        while True:
            last = open_elements.pop()
            open_of[last] -= 1
            if last == name:
                return


def _end_of_attributes(html: str, place: int) -> int | None:
    """Where the last attribute that is kept ends, when the tag has more."""
    for _ in range(MOST_ATTRIBUTES):
        found = _ATTRIBUTE_HERE.match(html, place)
        if found is None:
            return None
        place = found.end()
    return place if _ATTRIBUTE_HERE.match(html, place) else None
