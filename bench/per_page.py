"""Time per page, compared in one run on the same pages: Fundament's analysis of a page (terms, names, all), YAKE's keywords, and scikit-learn's TF-IDF.

    ./fundament bench per_page
They do different things: YAKE ranks the keywords of one page; scikit-learn counts phrases of one to five words; Fundament gives every word a part of speech,
finds candidates and names. The texts are the main text that was read of the pages. Prints medians and p95 in milliseconds, and ratios to scikit-learn.
"""

from __future__ import annotations

import time
from collections.abc import Callable

from bench.material import quantiles
from bench.yardstick import long_sheets
from fundament.core.reading.model import Reading
from fundament.core.reading.read_page import read_page
from fundament.core.yardstick.page_analysis import analyse_page
from standins.makes import render


def timed(readings: list[Reading], work: Callable[[Reading], object]) -> list[float]:
    work(readings[0])  # models are loaded outside the timing
    times = []
    for reading in readings:
        begin = time.perf_counter()
        work(reading)
        times.append(1000 * (time.perf_counter() - begin))
    return times


def main() -> None:
    import yake
    from sklearn.feature_extraction.text import TfidfVectorizer

    sources = [(render(sheet), sheet.address) for sheet in long_sheets()]
    readings = [read_page(html, url) for html, url in sources]
    texts = {reading.url: "\n".join(block.text for block in reading.main_blocks()) for reading in readings}
    extractor = yake.KeywordExtractor(lan="en", n=3, top=150)
    html_of = {url: html for html, url in sources}
    results = {
        "read_page": timed(readings, lambda r: read_page(html_of[r.url], r.url)),
        "analyse_page": timed(readings, analyse_page),
        "YAKE, 1 to 3 words": timed(readings, lambda r: extractor.extract_keywords(texts[r.url])),
        "scikit-learn TF-IDF, 1 to 5 words": timed(readings, lambda r: TfidfVectorizer(ngram_range=(1, 5)).fit_transform([texts[r.url]])),
    }
    base, _ = quantiles(results["scikit-learn TF-IDF, 1 to 5 words"])
    words = sum(reading.word_count for reading in readings) // len(readings)
    print(f"{len(readings)} pages of {words} words on average, one process")
    for name, values in results.items():
        median, p95 = quantiles(values)
        print(f"{name:36} median {median:7.1f} ms   p95 {p95:7.1f} ms   {median / base:6.1f} times scikit-learn")


if __name__ == "__main__":
    main()
