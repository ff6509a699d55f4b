"""What a key costs in a long text, in headless Chromium: from the key to the letter painted, with marks, profile and outline on.

    ./fundament demo                # in another terminal
    ./fundament bench typing [--address http://127.0.0.1:8000] [--words 30000]
Brings a text of so many words as a file, opens its outline, marks a term, and types. Prints milliseconds.
"""

from __future__ import annotations

import argparse

from playwright.sync_api import sync_playwright

from bench.desk import DEMO_PASSWORD, DEMO_USER
from bench.material import quantiles
from bench.typists import neutral_html

ROUNDS, PAUSE = 80, 130  # keys; ms between them
WATCH = """() => {
  window.painted = [];
  addEventListener("keydown", () => {
    const pressed = performance.now();
    requestAnimationFrame(() => {
      const after = new MessageChannel();
      after.port1.onmessage = () => painted.push(performance.now() - pressed);
      after.port2.postMessage(0);
    });
  }, true);
}"""


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench typing")
    parser.add_argument("--address", default="http://127.0.0.1:8000")
    parser.add_argument("--words", type=int, default=30_000)
    options = parser.parse_args()
    once = neutral_html()
    times = max(1, round(options.words / len(once.split())))
    html = "".join(once.replace("<p>", f"<p>Part {number} says it so. ") for number in range(times))
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{options.address}/sign-in/")
        page.fill("[name=username]", DEMO_USER)
        page.fill("[name=password]", DEMO_PASSWORD)
        page.press("[name=password]", "Enter")
        page.wait_for_url("**/studies/")
        page.goto(f"{options.address}/drafts/of/1/")
        page.click("summary:has-text('From a file')")
        page.set_input_files("#bring-text", {"name": "long.html", "mimeType": "text/html", "buffer": html.encode()})
        page.click("text=Begin with it")
        page.wait_for_selector(".sheet-text", timeout=60_000)
        page.click("[data-panel=terms]")
        page.locator(".subject").first.click(timeout=60_000)
        page.wait_for_selector(".sheet-text .use", timeout=60_000)
        paragraphs = page.locator(".sheet-text p")
        for name, place in (("at the beginning", 3), ("at the end", paragraphs.count() - 3)):
            paragraphs.nth(place).click()
            page.wait_for_timeout(2_000)
            page.evaluate(WATCH) if name == "at the beginning" else page.evaluate("painted.length = 0")
            for number in range(ROUNDS):
                page.keyboard.type("abcdefgh "[number % 9])
                page.wait_for_timeout(PAUSE)
            print(
                "{:52} median {:4.0f} ms   p95 {:4.0f} ms".format(
                    f"a key {name} of {page.inner_text('#words')} words", *quantiles(page.evaluate("painted")[5:])
                )
            )
        browser.close()


if __name__ == "__main__":
    main()
