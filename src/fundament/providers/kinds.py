"""The kinds of services that Fundament asks, each declared once: settings, the owners' page with its trial, and the stand-ins of the demo follow from it.

Its settings are FUNDAMENT_KEY_ADDRESS, _PROVIDER, _KEY, _MAPPING, _QUOTA and _KEPT_SECONDS, with the service's key in capitals; what people call it in sentences is `service.KEY` in `messages`.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from fundament.core.message import Message, message

ASKED_ABOUT = "https://www.example.com/"  # a page kept for examples (RFC 2606): what a trial asks about is nobody's
WORDY = "In order to keep rain out, it is important to close the window, which was opened this morning, in most cases."


@dataclass(frozen=True)
class ServiceKind:
    """key: in settings and tables; `service_kind.<key>` is its label. provider: "module:class" of the client; made of (address, terms=, answers=, headers=, and `arguments`). trial: asks a client a small question
    about nobody, and says what came. described: the same of the client that a file describes (`read(file, key=, terms=, answers=)`); "" where no file can. kept_seconds: for so long an answer is not asked
    for again. missing: code of the sentence where none is set up."""

    key: str
    provider: str
    trial: Callable[[Any], Message]
    described: str = ""
    kept_seconds: float = 0.0
    arguments: Mapping[str, Any] = field(default_factory=dict)
    missing: str = "service.none_set_up"

    def settings(self, environment: Mapping[str, str]) -> dict[str, Any]:
        """What is set of it: "address", "provider", "key", "mapping" (the file that describes it), "quota" (questions a day, 0: no bound) and "kept_seconds"."""

        def given(name: str, usual: str = "") -> str:
            return environment.get(f"FUNDAMENT_{self.key.upper()}_{name}", usual)

        return {
            "address": given("ADDRESS"), "provider": given("PROVIDER", self.provider), "key": given("KEY"), "mapping": given("MAPPING"), "quota": int(given("QUOTA", "0")),
            "kept_seconds": float(given("KEPT_SECONDS", str(self.kept_seconds))),
        }  # fmt: skip


def _try_results(client: Any) -> Message:
    found = client.search("test", country="gb", language="en", device="desktop", count=10)
    return message("service.answered", results=len(found.results))


def _try_keywords(client: Any) -> Message:
    return message("service.keywords_found", keywords=len(list(client.search("house", country="gb", language="en", most=10))))


def _try_trust(client: Any) -> Message:
    return message("service.figures_found", figures=len(client.trust(ASKED_ABOUT)))


def _try_speed(client: Any) -> Message:
    return message("service.figures_found", figures=len(client.speed(ASKED_ABOUT)))


def _try_pictures(client: Any) -> Message:
    return message("service.pictures_found", pictures=len(client.search("house")))


def _try_assistant(client: Any) -> Message:
    found = client.rewrite(client.rewrites[0], WORDY, {}, "en")
    return message("service.assistant_answered", words=len(found.split()), of=len(WORDY.split()))


DAY, WEEK = 86_400.0, 604_800.0
KINDS = {
    kind.key: kind
    for kind in (
        ServiceKind(
            "results", "fundament.providers.results:HttpResults", _try_results, "fundament.providers.mapping:MappedResults",
            missing="service.none",
        ),
        ServiceKind(
            "keywords", "fundament.providers.keywords:HttpCatalogue", _try_keywords, "fundament.providers.mapping:MappedCatalogue", DAY
        ),
        ServiceKind(
            "trust", "fundament.providers.observed:HttpObserver", _try_trust, "", WEEK, {"name": "trust"}
        ),
        ServiceKind("speed", "fundament.providers.observed:HttpObserver", _try_speed, "", WEEK, {"name": "speed"}),
        ServiceKind("pictures", "fundament.providers.pictures:HttpPictures", _try_pictures, "", 3_600.0),
        ServiceKind(
            "assistant", "fundament.providers.assistant:HttpAssistant", _try_assistant, "fundament.providers.assistant_messages:MessagesAssistant"
        ),
    )
}  # fmt: skip
