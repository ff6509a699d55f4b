"""What one client does to everybody: leaving in the middle, not reading, asking for what is slow. On an instance of one's own, each attack bounded in count and time.

    ./fundament bench attack.clients [NAME]
Prints for each attack what another person's pages, panels and the health of the instance took meanwhile, beside what they take alone, and how long until all is well again. Takes some five minutes.
"""

from __future__ import annotations

import contextlib
import io
import re
import socket
import struct
import sys
import threading
import time
import zipfile
from collections.abc import Callable

import httpx

from bench.attack.beside import OWN, Watch, meanwhile, page_of, plain_addresses, seconds_of_study
from bench.attack.instance import Instance, Somebody, instance, token_in
from bench.typists import text_of

LONGEST = 120.0  # seconds that one attack may take
WIDE = 38_000  # attributes of one tag


def wide_or_plain(address: str) -> str:
    """The page at an address of the instance's proxy."""
    if "//wide" in address:
        tag = "<p " + " ".join(f"a{number}=1" for number in range(WIDE)) + ">"
        return f"<html><head><title>Wide</title></head><body><main><h1>Wide</h1>{tag}x</p>{text_of(1, 300)}</main></body></html>"
    return page_of(address)


def in_threads(count: int, work: Callable[[int], None]) -> None:
    """The same so many times at once."""
    threads = [threading.Thread(target=work, args=(number,), daemon=True) for number in range(count)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(LONGEST)


def reset_pipelined(found: Instance, _: Somebody, __: str) -> None:
    """24 connections ask twice at once with an invented session, wait for 3 ms and reset."""
    ask = b"GET /sign-in/ HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: sessionid=" + b"a" * 32 + b"\r\n\r\n"
    for _ in range(24):
        with socket.create_connection(("127.0.0.1", found.port), timeout=5) as one:
            one.setsockopt(socket.SOL_SOCKET, socket.SO_LINGER, struct.pack("ii", 1, 0))
            one.sendall(ask * 2)
            time.sleep(0.003)
    time.sleep(3)


def unread(found: Instance, attacker: Somebody, draft: str) -> None:
    """20 connections ask for an export of over a megabyte and do not read."""
    cookies = "; ".join(f"{name}={value}" for name, value in attacker.client.cookies.items())
    ask = f"GET {draft}export/html/ HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookies}\r\n\r\n".encode()
    held = []
    for _ in range(20):
        one = socket.socket()
        one.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 4_096)
        one.connect(("127.0.0.1", found.port))
        one.sendall(ask)
        held.append(one)
    time.sleep(15)
    for one in held:
        one.close()


def sending(found: Instance, attacker: Somebody, count: int, send: Callable[[httpx.Client, str], httpx.Response]) -> None:
    """The same request so many times at once, by one person; says what was answered."""
    statuses: list[int] = []

    def one(_: int) -> None:
        with (
            contextlib.suppress(httpx.HTTPError),
            httpx.Client(base_url=found.address, cookies=attacker.client.cookies, timeout=LONGEST) as client,
        ):
            client.headers["Referer"] = found.address
            statuses.append(send(client, attacker.client.cookies["csrftoken"]).status_code)

    in_threads(count, one)
    print(f"    (its answers: { ({status: statuses.count(status) for status in sorted(set(statuses))}) })")


def compared(found: Instance, attacker: Somebody, draft: str) -> None:
    """Two versions that repeat themselves are compared, six times at once."""
    first, second = (
        {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": words}]}]}
        for words in ("a " * 1_400, "a b " * 700)
    )
    version = attacker.save(draft, first, 2).json().get("version", 2)
    attacker.post(f"{draft}revisions/keep/", name="first").raise_for_status()
    attacker.save(draft, second, version)
    sending(found, attacker, 6, lambda client, _: client.get(f"{draft}revisions/compare/"))


def slow_pictures(found: Instance, attacker: Somebody, _: str) -> None:
    """24 pictures by address from a server that sends a byte now and then."""
    sending(
        found, attacker, 24,
        lambda client, token: client.post("/pictures/", data={"address": "http://slow.example/a.png"}, headers={"X-CSRFToken": token}),
    )  # fmt: skip


def large_documents(found: Instance, attacker: Somebody, draft: str) -> None:
    """20 DOCX files of 25 kB with 100,000 paragraphs."""
    study = re.findall(r"/studies/(\d+)/", attacker.client.get(draft).text)[0]
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr(
            "[Content_Types].xml",
            '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
        )
        file.writestr(
            "_rels/.rels",
            '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="a" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
        )
        body = "<w:p><w:r><w:t>x</w:t></w:r></w:p>" * 100_000
        file.writestr(
            "word/document.xml",
            f'<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>{body}</w:body></w:document>',
        )
    content = held.getvalue()
    sending(
        found, attacker, 20,
        lambda client, token: client.post(f"/drafts/of/{study}/bring/", data={"csrfmiddlewaretoken": token}, files={"text": ("a.docx", content)}),
    )  # fmt: skip


def failed_sign_ins(found: Instance, _: Somebody, __: str) -> None:
    """30 sign-ins at once that fail."""

    def one(number: int) -> None:
        with (
            contextlib.suppress(httpx.HTTPError),
            httpx.Client(base_url=found.address, timeout=LONGEST, headers={"Referer": found.address}) as client,
        ):
            token = token_in(client.get("/sign-in/").text)
            client.post("/sign-in/", data={"username": f"nobody{number}", "password": "wrong", "csrfmiddlewaretoken": token})

    in_threads(30, one)


ATTACKS: dict[str, Callable[[Instance, Somebody, str], None]] = {
    "24 pipelined requests, reset": reset_pipelined,
    "20 exports that nobody reads": unread,
    "6 comparisons of what repeats itself": compared,
    "24 pictures from a trickling server": slow_pictures,
    "20 DOCX files of 100,000 paragraphs": large_documents,
    "30 failed sign-ins at once": failed_sign_ins,
}


def seconds_until_well(found: Instance) -> float:
    """Until the database and the views answer again; LONGEST where they never do."""
    begin = time.monotonic()
    while time.monotonic() - begin < LONGEST:
        with contextlib.suppress(httpx.HTTPError):
            if httpx.get(f"{found.address}/ready", timeout=10).json().get("database") == "ok":
                return time.monotonic() - begin
        time.sleep(0.3)
    return LONGEST


def main() -> None:
    wanted = sys.argv[1] if len(sys.argv) > 1 else ""
    with instance(wide_or_plain) as found:
        own, attacker = found.sign_in("own"), found.sign_in("other")
        study, theirs = own.open_study("lime mortar", plain_addresses(OWN)), attacker.open_study("lime mortar", plain_addresses(OWN))
        while own.is_working(study) or attacker.is_working(theirs):
            time.sleep(0.2)
        draft, their_draft = own.new_draft(study), attacker.new_draft(theirs)
        words = [part for part in text_of(10**9, 36_000).replace("</p>", "").split("<p>") if part]
        attacker.save(
            their_draft,
            {"type": "doc", "content": [{"type": "paragraph", "content": [{"type": "text", "text": part * 6}]} for part in words]},
            1,
        )
        print("milliseconds: median and longest that another person waits")

        def watched(name: str, attack: Callable[[], None]) -> None:
            watch = Watch(own, draft, found.address)
            again = found.started_again
            with meanwhile(attack) as is_over:
                watch.look(is_over)
            print(
                f"{name:40} {watch.told()}  well again after {seconds_until_well(found):.1f} s, processes started again {found.started_again - again}",
                flush=True,
            )

        watched("alone", lambda: time.sleep(5))
        for name, attack in ATTACKS.items():
            if wanted in name:
                watched(name, lambda attack=attack: attack(found, attacker, their_draft))  # type: ignore[misc]
        if wanted in "wide pages":
            alone = seconds_of_study(own)
            attacker.open_study("lime mortar", [f"http://wide-{number}.example/" for number in range(6)])
            beside = seconds_of_study(own)
            print(f"beside 6 pages with {WIDE} attributes on one tag: a study {beside:.1f} s, {beside / alone:.1f} times", flush=True)


if __name__ == "__main__":
    main()
