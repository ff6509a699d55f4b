"""Spelling by the hunspell program and the dictionaries of the system, as a child process. Where they are not installed there is no spelling for such languages, and that is said."""

from __future__ import annotations

import functools
import re
import subprocess
import threading
from pathlib import Path

from fundament.core.language.packs import pack_of
from fundament.core.proofreading.model import SpellerLateError

PROGRAM = "/usr/bin/hunspell"
FOLDER = Path("/usr/share/hunspell")
SECONDS = 10.0  # for all words of one question
MOST_SUGGESTIONS, MOST_KEPT, MOST_LETTERS = 3, 20_000, 60
_LETTERS = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)*")


class Hunspell:
    """One dictionary. What is known of a word is kept: most of a text is the same the next time."""

    def __init__(self, dictionary: str) -> None:
        self.dictionary = dictionary
        self.known: dict[str, tuple[str, ...] | None] = {}  # None: the word is right
        self.process: subprocess.Popen[bytes] | None = None
        self.lock = threading.Lock()

    def unknown(self, words: tuple[str, ...]) -> dict[str, tuple[str, ...]]:
        """See `Speller`. Raises SpellerLateError; what was answered until then is kept, so that the next question goes on from there."""
        with self.lock:
            new = [
                word for word in dict.fromkeys(words) if word not in self.known and len(word) <= MOST_LETTERS and _LETTERS.fullmatch(word)
            ]
            if new:
                if len(self.known) + len(new) > MOST_KEPT:
                    self.known.clear()
                self.known.update(self._ask(new))
                if any(word not in self.known for word in new):
                    raise SpellerLateError(self.dictionary)
            found = {word: self.known.get(word) for word in words}
        return {word: suggestions for word, suggestions in found.items() if suggestions is not None}

    def _ask(self, words: list[str]) -> dict[str, tuple[str, ...] | None]:
        """Ask the program, which stays for the next question, since loading a dictionary takes longer than all words of a text. It takes a word a line and answers each with lines up to an empty
        one: "*", "+ stem" or "-" for right ones, "& word count place: suggestions", "# word place"."""
        found: dict[str, tuple[str, ...] | None] = {}
        guard = threading.Timer(SECONDS, self._end)
        try:
            is_new = self._start()  # before the guard, which can end only what runs
            guard.start()
            process = self.process
            if process is None or process.stdin is None or process.stdout is None or (is_new and not process.stdout.readline()):  # its name
                return {}
            for word in words:
                process.stdin.write(f"^{word.replace('’', chr(39))}\n".encode())  # "^": what follows is no command
                process.stdin.flush()
                lines = []
                while (line := process.stdout.readline()).strip():
                    lines.append(line.decode("utf-8", errors="replace").strip())
                if not line:  # it ended in mid-answer: of this word nothing is known
                    break
                found[word] = _verdict(lines)
        except OSError:
            self._end()
        finally:
            guard.cancel()
        return found

    def _start(self) -> bool:
        """Whether it had to be started."""
        if self.process is not None and self.process.poll() is None:
            return False
        self.process = subprocess.Popen(  # noqa: S603 - words go in by the standard input, none into the command
            [PROGRAM, "-a", "-i", "utf-8", "-d", self.dictionary], stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL,
            env={"LC_ALL": "C.UTF-8", "PATH": "/usr/bin:/bin", "HOME": "/nonexistent"},
        )  # fmt: skip
        return True

    def _end(self) -> None:
        process, self.process = self.process, None
        if process is not None:
            process.kill()
            process.wait()


def _verdict(lines: list[str]) -> tuple[str, ...] | None:
    wrong = [line for line in lines if line[:1] in ("&", "#")]
    if not wrong:
        return None
    suggestions = wrong[0].partition(": ")[2].split(", ") if wrong[0][0] == "&" else []
    return tuple(suggestions[:MOST_SUGGESTIONS])


@functools.cache
def _of(dictionary: str) -> Hunspell:
    return Hunspell(dictionary)


def speller_for(language: str, country: str = "") -> Hunspell | None:
    """The speller of a language as it is written in a country; None where the program or the dictionary is not here."""
    prose = pack_of(language).prose
    dictionary = prose.dictionaries.get(country, prose.dictionary)
    if not dictionary or not Path(PROGRAM).exists() or not (FOLDER / f"{dictionary}.dic").exists():
        return None
    return _of(dictionary)
