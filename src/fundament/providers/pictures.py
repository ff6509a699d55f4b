"""A picture library: the interface, and the client of one over HTTP."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from urllib.parse import urljoin

from fundament.providers.keywords import rows_of
from fundament.providers.service import Answers, JsonService, Terms, clean_text

MOST_PICTURES = 60


@dataclass(frozen=True)
class LibraryPicture:
    """A picture that may be used on its licence, with its credit. address, preview: whole addresses."""

    number: str
    title: str
    licence: str
    credit: str
    address: str
    preview: str
    width: int
    height: int


class HttpPictures:
    """A picture library over HTTP: GET /pictures/search?words=."""

    def __init__(
        self, address: str, *, terms: Terms | None = None, answers: Answers | None = None, headers: Mapping[str, str] | None = None
    ) -> None:
        self.service = JsonService("pictures", address, terms or Terms(), answers)
        if headers:
            self.service.headers = {**self.service.headers, **headers}

    def search(self, words: str) -> list[LibraryPicture]:
        """Pictures that have to do with some words, the closest first. Raises ServiceError."""
        rows = rows_of(self.service.ask("/pictures/search", {"words": words, "size": str(MOST_PICTURES)}), "pictures", "pictures")
        found = []
        for row in rows[:MOST_PICTURES]:
            if isinstance(row, Mapping) and isinstance(row.get("address"), str):
                base = self.service.address.rstrip("/") + "/"
                preview = row.get("preview") if isinstance(row.get("preview"), str) else row["address"]
                found.append(
                    LibraryPicture(
                        number=_text(row, "id"), title=_text(row, "title"), licence=_text(row, "licence"), credit=_text(row, "credit"),
                        address=urljoin(base, row["address"]), preview=urljoin(base, str(preview)), width=_size(row, "width"), height=_size(row, "height"),
                    )
                )  # fmt: skip
        return found

    def holds(self, address: str) -> bool:
        """Whether a picture's address is the library's own."""
        return address.startswith(self.service.address.rstrip("/") + "/")

    def picture(self, address: str, most_bytes: int) -> bytes:
        """A picture of the library as it is. Raises ServiceError."""
        return self.service.fetch_bytes(address, most_bytes)


def _text(row: Mapping[str, object], name: str) -> str:
    return clean_text(row.get(name) or "")[:300]


def _size(row: Mapping[str, object], name: str) -> int:
    value = row.get(name)
    return value if isinstance(value, int) and 0 < value < 100_000 else 0
