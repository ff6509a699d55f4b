"""Take the pictures of this folder from a running demo: .venv/bin/python docs/screenshots/take.py http://127.0.0.1:8000"""

from __future__ import annotations

import sys
from pathlib import Path

from playwright.sync_api import sync_playwright

HERE = Path(__file__).parent
VIEWS = {
    "studies": "/studies/",
    "new-study": "/studies/new/",
    "results": "/studies/1/",
    "what-was-read": "/studies/1/results/1/",
    "yardstick": "/studies/1/yardstick/",
    "terms": "/studies/1/terms/",
    "measures": "/studies/1/terms/measures/?draft=1",
    "entities": "/studies/1/entities/",
    "outline": "/studies/1/outline/",
    "drafts": "/drafts/of/1/",
    "writing": "/drafts/1/",
    "questions": "/studies/1/questions/",
    "compare": "/studies/1/compare/",
    "plan": "/studies/1/plan/",
    "operating": "/settings/operating/",
    "keywords": "/keywords/1/",
    "site": "/sites/1/?kind=product",
}
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-sync"]


def main(address: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{address}/sign-in/")
        page.fill("#id_username", "demo")
        page.fill("#id_password", "limewash")
        page.click("button:has-text('Sign in')")
        for name, path in VIEWS.items():
            page.goto(address + path)
            page.wait_for_load_state("networkidle")
            page.screenshot(path=HERE / f"{name}.png")
        page.goto(f"{address}/drafts/1/?panel=terms")
        page.click(".subject:text-is('lime mortar')")
        page.wait_for_selector(".evidence-box")
        page.wait_for_timeout(400)
        page.screenshot(path=HERE / "writing-terms.png")
        page.goto(f"{address}/drafts/1/?panel=proposals")
        page.locator(".proposal").nth(1).focus()
        page.wait_for_timeout(400)
        page.screenshot(path=HERE / "proposals.png")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1].rstrip("/"))
