"""What an owner can look at: each service and each thing that is stored is declared once, by the app it belongs to."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from fundament.core.message import Message
from fundament.messages import label


@dataclass(frozen=True)
class Service:
    """Something outside that is asked. key: `service_kind.<key>` is its label. address: "" when it is not set up. try_now: asks it a small question; raises SaidError, or tells what came."""

    key: str
    address: Callable[[], str]
    try_now: Callable[[], Message]

    @property
    def name(self) -> str:
        """As owners see it."""
        return label(f"service_kind.{self.key}")


@dataclass(frozen=True)
class Store:
    """Something that takes room. key: `store.<key>` is its label. bytes_of: how much, for a workspace by number."""

    key: str
    bytes_of: Callable[[int], int]


SERVICES: dict[str, Service] = {}
STORES: list[Store] = []


def declare_service(service: Service) -> None:
    """Make a service known; called once when its app is ready."""
    SERVICES[service.key] = service


def declare_store(store: Store) -> None:
    """Make a store known; called once when its app is ready."""
    if store.key not in {known.key for known in STORES}:
        STORES.append(store)
