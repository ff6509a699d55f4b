"""What counts of a page, corrected by hand and by what repeats over a site."""

from __future__ import annotations

from dataclasses import replace

from fundament.core.reading.block_keys import block_keys
from fundament.core.reading.corrections import BY_HAND, REPEATED, overruled, without_repeated
from fundament.core.reading.model import Block, Reading
from fundament.core.reading.read_page import read_page

APPEAL = (
    "<h2>Support our work</h2><p>Your gift helps us to advise owners of old houses free of charge and to train young masons in lime.</p>"
)


def page(number: int, own: str, closing: str = APPEAL, host: str = "trust.example") -> Reading:
    text = f"<p>{f'{own} is said of page number {number} and of nothing else in the world. ' * 6}</p>"
    return read_page(
        f"<main><h1>Page {number}</h1>{text}<h2>Conclusion</h2><p>So much for {own}, which ends here.</p>{closing}</main>",
        f"https://{host}/{number}",
    )


def main_text(reading: Reading) -> str:
    return " ".join(block.text for block in reading.main_blocks())


def test_a_decision_by_hand_counts_and_can_be_taken_back() -> None:
    reading = page(1, "lime")
    number = next(n for n, b in enumerate(reading.blocks) if b.text.startswith("Your gift"))
    key = block_keys(reading.blocks)[number]
    without = overruled(reading, {key: False})
    assert without.blocks[number].left_out == BY_HAND
    assert without.word_count < reading.word_count
    assert without.content_hash != reading.content_hash
    again = overruled(without, {key: True})
    assert again.blocks == reading.blocks and again.word_count == reading.word_count


def test_decisions_that_change_nothing_leave_the_reading_as_it_is() -> None:
    reading = page(1, "lime")
    assert overruled(reading, {block_keys(reading.blocks)[0]: True, "no such block-1": False}) is reading


def test_what_repeats_over_a_site_goes_with_its_heading() -> None:
    first, second, other = without_repeated([page(1, "lime"), page(2, "sand"), page(3, "clay", host="elsewhere.example")])
    for reading in (first, second):
        assert "Your gift" not in main_text(reading) and "Support our work" not in main_text(reading)
        assert REPEATED in {block.left_out for block in reading.blocks}
        # a heading that repeats over text of the page's own stays
        assert "Conclusion" in main_text(reading)
    assert "Your gift" in main_text(other)


def test_the_same_text_at_two_addresses_is_left_as_it_is() -> None:
    pages = [page(1, "lime"), page(1, "lime")]
    twice = [pages[0], read_page("<main><h1>Page 1</h1></main>", "https://trust.example/empty"), pages[1]]
    assert [main_text(r) for r in without_repeated(twice)] == [main_text(r) for r in twice]


def test_images_and_links_go_with_the_blocks_they_stand_by() -> None:
    text = "Rake the old mortar out of the joints to twice their height with a plugging chisel, and brush the dust out of them."
    html = (
        f"<main><h1>Raking out</h1><p>{text} <a href=/first>first</a></p><figure><img src=/joint.png alt='A joint'></figure>"
        f"<p>{text} <a href=https://other.example/>second</a></p><p>{text}</p></main><nav><a href=/home>Home</a> <img src=/logo.png></nav>"
    )
    reading = read_page(html, "https://page.example/a")
    assert [image.address for image in reading.images] == ["https://page.example/joint.png"]
    assert [link.anchor for link in reading.links] == ["first", "second"]
    keys = block_keys(reading.blocks)
    number = {block.text.split()[-1].strip("."): key for block, key in zip(reading.blocks, keys, strict=True)}
    without = overruled(reading, {number["second"]: False})
    assert [link.anchor for link in without.links] == ["first"] and len(without.images) == 1  # the picture still stands by the first
    without_both = overruled(reading, {number["first"]: False, number["second"]: False})
    assert without_both.links == () and without_both.images == ()
    back = overruled(without_both, {number["first"]: True, number["second"]: True})
    assert (back.images, back.links) == (reading.images, reading.links)
    with_menu = overruled(reading, {key: True for key, block in zip(keys, reading.blocks, strict=True) if not block.main})
    assert {link.anchor for link in with_menu.links} == {"first", "second", "Home"} and len(with_menu.images) == 2


def test_a_correction_stays_on_its_block_when_a_better_reader_finds_others() -> None:
    reading = page(1, "lime")
    keys = block_keys(reading.blocks)
    number = next(n for n, b in enumerate(reading.blocks) if b.text.startswith("Your gift"))
    more = replace(reading, blocks=(Block("paragraph", 0, "A line that was not read before."), *reading.blocks))
    assert [b.text[:9] for b in overruled(more, {keys[number]: False}).blocks if b.left_out == BY_HAND] == ["Your gift"]


def test_blocks_of_the_same_words_have_keys_of_their_own() -> None:
    keys = block_keys([Block("paragraph", 0, text) for text in ("Buy now", "Buy now!", "buy  now", "Read on", "")])
    assert len(set(keys)) == 5 and keys[0].rpartition("-")[0] == keys[2].rpartition("-")[0]
