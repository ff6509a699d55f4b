"""What a cell of a table says: numbers as people write them, shares, dates, months, addresses.

Which sign parts thousands and which decimals is decided for a whole column (`decimal_sign`), since "1,234" alone may be either.
"""

from __future__ import annotations

import datetime
import re
from collections.abc import Iterable
from functools import lru_cache

Cell = str | float | bool | datetime.date | None
_SPACES = re.compile(r"[\s\u00a0\u202f\u2009'’]")
_NUMBER = re.compile(r"[+-]?(?:\d[\d.,]*|[.,]\d+)(?:[eE][+-]?\d+)?")
_UNITS = re.compile(r"^(?:[€$£¥]|EUR|USD|GBP|CHF|PLN|zł)|(?:[€$£¥]|EUR|USD|GBP|CHF|PLN|zł)$", re.IGNORECASE)
_SHORT = {"k": 1_000.0, "m": 1_000_000.0}  # "1.2k"
EMPTY = frozenset(["", "-", "–", "—", "n/a", "na", "null", "none", "#n/a", "nan", "k.a.", "n.d."])
_MONTHS = (
    ("jan", "janv", "january", "januar", "janvier", "enero", "ene", "gennaio", "gen", "januari", "janeiro", "styczeń", "sty", "jänner"),
    (
        "feb",
        "févr",
        "fevr",
        "february",
        "februar",
        "février",
        "fevrier",
        "febrero",
        "febbraio",
        "februari",
        "fevereiro",
        "fev",
        "luty",
        "lut",
    ),
    ("mar", "mär", "mrz", "march", "märz", "mars", "marzo", "maart", "mrt", "março", "marzec"),
    ("apr", "avr", "april", "avril", "abril", "abr", "aprile", "kwiecień", "kwi"),
    ("may", "mai", "mayo", "maggio", "mag", "mei", "maio", "maj"),
    ("jun", "juin", "june", "juni", "junio", "giugno", "giu", "junho", "czerwiec", "cze"),
    ("jul", "juil", "july", "juli", "juillet", "julio", "luglio", "lug", "julho", "lipiec", "lip"),
    ("aug", "août", "aout", "august", "agosto", "ago", "augustus", "sierpień", "sie"),
    ("sep", "sept", "september", "septembre", "septiembre", "settembre", "set", "setembro", "wrzesień", "wrz"),
    ("oct", "okt", "october", "oktober", "octobre", "octubre", "ottobre", "ott", "outubro", "out", "październik", "paź"),
    ("nov", "november", "novembre", "noviembre", "novembro", "listopad", "lis"),
    ("dec", "dez", "déc", "december", "dezember", "décembre", "decembre", "diciembre", "dic", "dicembre", "dezembro", "grudzień", "gru"),
)
_MONTH = {name: number for number, names in enumerate(_MONTHS, 1) for name in names}
_ISO = re.compile(r"(\d{4})[-/.](\d{1,2})(?:[-/.](\d{1,2}))?(?:[T ]\d{1,2}:\d{2}.*)?$")
_PARTED = re.compile(r"(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})(?:[T ,]+\d{1,2}:\d{2}.*)?$")
_COMPACT = re.compile(r"(\d{4})(\d{2})(\d{2})$")
_NAMED = re.compile(
    r"(?:(\d{1,2})[.\s-]{0,4}(?:of\s{1,4})?)?([^\W\d_]{3,12})\.?[\s,-]{0,4}(?:(\d{1,2})(?:st|nd|rd|th)?,\s{0,4})?(\d{4}|'?\d{2})$",
    re.IGNORECASE,
)
FIRST_DAY = datetime.date(1899, 12, 30)  # of serial numbers of spreadsheets
SERIALS = (20_000, 65_000)  # 1954 to 2077


def is_empty(cell: Cell) -> bool:
    """Whether a cell says nothing."""
    return cell is None or (isinstance(cell, str) and cell.strip().lower() in EMPTY)


def decimal_sign(cells: Iterable[Cell]) -> str:
    """ "." or ",": what parts decimals in the numbers of a column. A sign that is followed by anything but three digits, or stands last of two kinds, parts
    decimals; one that stands twice in a number parts thousands. Where nothing tells, "."."""
    votes = {".": 0, ",": 0}
    for cell in cells:
        if not isinstance(cell, str):
            continue
        plain = _plain(cell)
        if not plain or not _NUMBER.fullmatch(plain):
            continue
        dots, commas = plain.count("."), plain.count(",")
        if dots and commas:
            votes["." if plain.rfind(".") > plain.rfind(",") else ","] += 3
        elif dots + commas > 1:
            votes["," if dots else "."] += 3
        elif dots + commas == 1:
            sign = "." if dots else ","
            whole, after = plain.split(sign)
            if len(after) != 3 or not whole.lstrip("+-") or whole.lstrip("+-").startswith("0"):
                votes[sign] += 1
            else:
                votes["," if dots else "."] += 1  # "1.234" is more often a thousand than a number with three decimals
    return "," if votes[","] > votes["."] else "."


def number_of(cell: Cell, decimal: str = ".") -> float | None:
    """The number a cell says; None where it says none. A share ("12 %") is a hundredth. "10 - 100" and "> 1,000" are their lower end."""
    if isinstance(cell, bool) or cell is None or isinstance(cell, datetime.date):
        return None
    if isinstance(cell, float | int):
        return float(cell)
    plain = _plain(cell)
    factor = 1.0
    if plain.endswith("%"):
        plain, factor = plain[:-1], 0.01
    elif plain[-1:].lower() in _SHORT and plain[:-1] and plain[-2].isdigit():
        plain, factor = plain[:-1], _SHORT[plain[-1].lower()]
    plain = plain.lstrip("<>≥≤~")
    if between := re.fullmatch(r"([\d.,]+)[-–][\d.,]+", plain):
        plain = between[1]
    if not _NUMBER.fullmatch(plain):
        return None
    other = "," if decimal == "." else "."
    if decimal in plain and other in plain[plain.rfind(decimal) :]:
        return None
    plain = plain.replace(other, "").replace(decimal, ".")
    try:
        return float(plain) * factor
    except ValueError:
        return None


def _plain(cell: str) -> str:
    """Without spaces and currencies."""
    return _UNITS.sub("", _SPACES.sub("", cell))


def day_comes_first(cells: Iterable[Cell]) -> bool:
    """Whether dates like "3/4/2026" begin with the day: when any has a first number above 12, or none has a second one above 12 (which is how most of the
    world writes them)."""
    first = second = False
    for cell in cells:
        if isinstance(cell, str) and (found := _PARTED.match(cell.strip())):
            first = first or int(found[1]) > 12
            second = second or int(found[2]) > 12
    return first or not second


@lru_cache(maxsize=4_000)
def _date_of_text(text: str, day_first: bool) -> tuple[datetime.date, bool] | None:
    """A date and whether its day is said."""
    if found := _ISO.match(text):
        return _date(int(found[1]), int(found[2]), int(found[3] or 1), bool(found[3]))
    if found := _COMPACT.match(text):
        return _date(int(found[1]), int(found[2]), int(found[3]), True)
    if found := _PARTED.match(text):
        one, other = int(found[1]), int(found[2])
        day, month = (one, other) if day_first else (other, one)
        return _date(_year(found[3]), month, day, True)
    if (found := _NAMED.match(text)) and found[2].lower() in _MONTH:
        said = found[1] or found[3]
        return _date(_year(found[4]), _MONTH[found[2].lower()], int(said or 1), bool(said))
    return None


def _year(text: str) -> int:
    number = int(text.lstrip("'"))
    return number if number > 99 else 2000 + number if number < 70 else 1900 + number


def _date(year: int, month: int, day: int, has_day: bool) -> tuple[datetime.date, bool] | None:
    try:
        return datetime.date(year, month, day), has_day
    except ValueError:
        return None


def date_of(cell: Cell, *, day_first: bool = True, serials: bool = False) -> datetime.date | None:
    """The day a cell says; of a month its first. serials: numbers are days of a spreadsheet's calendar."""
    if isinstance(cell, datetime.datetime):
        return cell.date()
    if isinstance(cell, datetime.date):
        return cell
    if isinstance(cell, float | int) and not isinstance(cell, bool):
        in_range = serials and SERIALS[0] <= cell <= SERIALS[1]
        return FIRST_DAY + datetime.timedelta(days=int(cell)) if in_range else None
    if not isinstance(cell, str):
        return None
    text = " ".join(cell.split())
    if serials and text.isdecimal() and SERIALS[0] <= int(text) <= SERIALS[1]:
        return FIRST_DAY + datetime.timedelta(days=int(text))
    found = _date_of_text(text, day_first)
    return found[0] if found else None


def month_of_heading(heading: str) -> str:
    """ "2026-03" where a heading names a month ("Searches: Mar 2026", "2026-03"), else ""."""
    whole = _date_of_text(" ".join(heading.split()), True)
    if whole is not None and whole[1]:
        return ""  # a day
    inside = re.findall(r"[^\W\d_]{3,12}\.?[\s-]+'?\d{2,4}|\b\d{4}[-/.]\d{1,2}\b(?![-/.]\d)|(?<![-/.\d])\b\d{1,2}[-/.]\d{4}", heading)
    for text in (heading, heading.rpartition(":")[2], *inside):
        plain = " ".join(text.split())
        if found := re.fullmatch(r"(\d{1,2})[-/.](\d{4})", plain):
            plain = f"{found[2]}-{found[1]}"
        made = _date_of_text(plain, True)
        if made is not None and not made[1]:
            return f"{made[0].year:04d}-{made[0].month:02d}"
    return ""


def is_address(cell: Cell) -> bool:
    """Whether a cell is a web address."""
    return isinstance(cell, str) and bool(re.match(r"https?://[^\s/]+\.[^\s]+$", cell.strip()))


def text_of(cell: Cell) -> str:
    """A cell as text on one line; whole numbers without decimals."""
    if cell is None:
        return ""
    if isinstance(cell, bool):
        return "yes" if cell else "no"
    if isinstance(cell, float):
        return f"{cell:.0f}" if cell == int(cell) else repr(cell)
    if isinstance(cell, datetime.date):
        return cell.isoformat()[:10]
    return " ".join(cell.split())
