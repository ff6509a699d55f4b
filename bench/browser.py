"""From a pause in typing to the new score on the screen, in headless Chromium, and what the editor itself costs per key.

    ./fundament demo                # in another terminal
    ./fundament bench browser [--address http://127.0.0.1:8000]
Types into a draft of about 3,000 words, one letter and a rest at a time. Prints milliseconds.
"""

from __future__ import annotations

import argparse

from playwright.sync_api import Page, expect, sync_playwright

from bench.desk import DEMO_PASSWORD, DEMO_USER
from bench.material import quantiles
from bench.typists import neutral_html

ROUNDS = 40
# Keeps the time of the last key, of the save sent after the pause, and of the core drawn anew and painted.
WATCH = """() => {
  window.times = {};
  addEventListener("keydown", () => { times.key = performance.now(); requestAnimationFrame(() => requestAnimationFrame(() => { times.painted = performance.now(); })); }, true);
  const plain = window.fetch;
  window.fetch = (...given) => { times.sent = performance.now(); return plain(...given); };
  new MutationObserver(() => requestAnimationFrame(() => { times.shown = performance.now(); })).observe(document.getElementById("core"), { childList: true });
}"""


def open_draft(page: Page, address: str) -> None:
    """Sign in and begin a draft with the neutral text in the first study."""
    page.goto(f"{address}/sign-in/")
    page.fill("[name=username]", DEMO_USER)
    page.fill("[name=password]", DEMO_PASSWORD)
    page.press("[name=password]", "Enter")
    page.click("text=repointing brick with lime mortar")
    page.click(".tabs a:has-text('Drafts')")
    page.fill("[name=name]", "Typing in a browser")
    page.press("[name=name]", "Enter")
    page.wait_for_selector(".sheet-text")
    page.evaluate(
        """html => {
          const data = new DataTransfer();
          data.setData("text/html", html);
          document.querySelector(".sheet-text").dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, cancelable: true}));
        }""",
        neutral_html(),
    )
    expect(page.locator("#save-state")).to_have_text("Saved", timeout=20_000)


def main() -> None:
    parser = argparse.ArgumentParser(prog="bench browser")
    parser.add_argument("--address", default="http://127.0.0.1:8000")
    address = parser.parse_args().address.rstrip("/")
    answers, keys, waits = [], [], []
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        open_draft(page, address)
        page.locator(".sheet-text p").nth(3).click()
        page.evaluate(WATCH)
        for number in range(ROUNDS + 5):
            page.evaluate("() => { times.shown = 0; }")
            page.keyboard.type("abcdefgh "[number % 9])
            while not (times := page.evaluate("times"))["shown"]:
                page.wait_for_timeout(20)
            if number >= 5:  # the first are for warming up
                answers.append(times["shown"] - times["sent"])
                keys.append(times["painted"] - times["key"])
                waits.append(page.evaluate("performance.getEntriesByType('resource').at(-1).duration"))
            page.evaluate("performance.clearResourceTimings()")
            page.wait_for_timeout(200)
        browser.close()
    print("{:44} median {:4.0f} ms   p95 {:4.0f} ms".format("from the save sent to the new score drawn", *quantiles(answers)))
    print("{:44} median {:4.0f} ms   p95 {:4.0f} ms".format("of that until the answer is there", *quantiles(waits)))
    print("{:44} median {:4.0f} ms   p95 {:4.0f} ms".format("from a key to the letter painted (two frames)", *quantiles(keys)))


if __name__ == "__main__":
    main()
