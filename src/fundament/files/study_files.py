"""Study files: a ZIP with everything decided as JSON, the analyses that its figures stand on, and the pages as they came as WARC.

A file says itself what is in it: manifest.json has the name, size and SHA-256 of every part, so one that was damaged or altered on its way is told. Whoever makes
a file can make its hashes too; so a right hash is no reason to believe what is in it, and whoever opens it takes it for that one study only.
"""

from __future__ import annotations

import contextlib
import hashlib
import io
import re
import zipfile
import zlib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from urllib.parse import quote
from uuid import NAMESPACE_URL, uuid5

import msgspec

from fundament.core import upcasting
from fundament.core.errors import StoredValueError
from fundament.core.reading.markup_tree import bounds
from fundament.core.reading.model import Reading
from fundament.core.yardstick.page_analysis import PageAnalysis
from fundament.files.archives import Archive, entry_of, members_of
from fundament.files.errors import FileError
from fundament.files.looking import load_codecs
from fundament.schemas import study_file
from fundament.schemas.study_file import FileSource, StudyFile

YEARS = range(1990, 2200)  # that a date may be of: beyond them a change of time zone can fail
FORMAT = "fundament-study"
MANIFEST, STUDY, SOURCES = "manifest.json", "study.json", "sources.warc.gz"
PICTURES = "pictures/"
MOST_BYTES, MOST_UNPACKED, MOST_PART, MOST_STUDY = 60_000_000, 200_000_000, 100_000_000, 20_000_000
_NAME = re.compile(r"study\.json|sources\.warc\.gz|analyses/[0-9]{3}\.json|pictures/[0-9a-f]{64}")
_NUL = re.compile(rb"(?<!\\)(?:\\\\)*\\u0000")
_EPOCH = (1980, 1, 1, 0, 0, 0)  # equal studies give equal files


class FileAnalysis(msgspec.Struct, frozen=True):
    """A reading and its analysis as plain values, with the versions of the stages that made them."""

    version: str
    analysis_version: str
    reading: dict[str, Any]
    analysis: dict[str, Any]


class _Part(msgspec.Struct, frozen=True):
    sha256: str
    bytes: int


class _Manifest(msgspec.Struct, frozen=True):
    format: str
    version: int
    parts: dict[str, _Part]


@dataclass(frozen=True)
class Unpacked:
    """What a study file holds. analyses: by the name that results have for them. sources: the bytes of pages by their hash, pictures: those of drafts' pictures."""

    study: StudyFile
    analyses: Mapping[str, FileAnalysis]
    sources: Mapping[str, bytes]
    pictures: Mapping[str, bytes]

    def page(self, name: str) -> tuple[Reading, PageAnalysis]:
        """One of the analyses as the core's values. Raises StoredValueError where this program cannot use them."""
        found = self.analyses[name]
        return (
            upcasting.load("reading", Reading, found.version, found.reading),
            upcasting.load("analysis", PageAnalysis, found.analysis_version, found.analysis),
        )


def pack(
    study: StudyFile, analyses: Mapping[str, FileAnalysis], sources: Iterable[tuple[FileSource, bytes]], pictures: Mapping[str, bytes]
) -> bytes:
    """The study as one file. analyses: by name, "000" and so on. pictures: of its drafts, by their hash."""
    parts = {
        STUDY: study_file.to_json(study),
        SOURCES: _warc(sources),
        **{f"analyses/{name}.json": msgspec.json.encode(analysis) for name, analysis in sorted(analyses.items())},
        **{f"{PICTURES}{digest}": content for digest, content in sorted(pictures.items())},
    }
    listed = {name: _Part(hashlib.sha256(content).hexdigest(), len(content)) for name, content in parts.items()}
    manifest = msgspec.json.format(msgspec.json.encode(_Manifest(FORMAT, study.version, listed)), indent=1)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in {MANIFEST: manifest, **parts}.items():
            archive.writestr(zipfile.ZipInfo(name, _EPOCH), content, zipfile.ZIP_STORED if name == SOURCES else zipfile.ZIP_DEFLATED)
    return out.getvalue()


def _warc(sources: Iterable[tuple[FileSource, bytes]]) -> bytes:
    """The pages as response records, each with its own address, or that of the file it came in."""
    from warcio.statusandheaders import StatusAndHeaders
    from warcio.warcwriter import WARCWriter

    out = io.BytesIO()
    writer = WARCWriter(out, gzip=True)
    for source, content in sources:
        media = "text/html" + (f"; charset={source.charset}" if re.fullmatch(r"[\w.:-]+", source.charset) else "")
        at = source.fetched_at or datetime(*_EPOCH)
        writer.write_record(
            writer.create_warc_record(
                quote(source.url, safe=":/?#[]@!$&'()*+,;=%~"), "response", payload=io.BytesIO(content),
                http_headers=StatusAndHeaders("200 OK", [("Content-Type", media), ("Content-Length", str(len(content)))], protocol="HTTP/1.1"),
                warc_headers_dict={
                    "WARC-Record-ID": f"<urn:uuid:{uuid5(NAMESPACE_URL, f'{source.hash} {source.url}')}>",
                    "WARC-Date": f"{at:%Y-%m-%dT%H:%M:%SZ}",
                },
            )
        )  # fmt: skip
    return out.getvalue()


def load_reader() -> None:
    """Load what `unpack` needs, for a process that opens nothing afterwards."""
    import warcio.archiveiterator
    import warcio.exceptions  # noqa: F401

    load_codecs()


def unpack(content: bytes) -> Unpacked:
    """What is in a study file. Raises FileError with what is wrong: then nothing of it is to be taken."""
    if len(content) > MOST_BYTES:
        raise FileError("file.too_large", megabytes=MOST_BYTES // 1_000_000)
    if not content.strip():
        raise FileError("file.empty")
    if not content.startswith(b"PK\x03\x04"):
        raise FileError("study_file.none")
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            parts = _parts(archive)
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, UnicodeError, RuntimeError):
        raise FileError("file.broken_archive") from None
    study = _study(parts[STUDY])
    analyses = {name[9:-5]: _analysis(name, plain) for name, plain in parts.items() if name.startswith("analyses/")}
    pictures = {name.removeprefix(PICTURES): part for name, part in parts.items() if name.startswith(PICTURES)}
    if any(hashlib.sha256(part).hexdigest() != digest for digest, part in pictures.items()) or {row.hash for row in study.pictures} - set(
        pictures
    ):
        raise FileError("study_file.incomplete")
    found = Unpacked(study, analyses, _sources(parts[SOURCES], {source.hash for source in study.sources}), pictures)
    _check(found)
    return found


def _parts(archive: zipfile.ZipFile) -> dict[str, bytes]:
    """The parts of a file, each as its manifest says; nothing else may be in it."""
    entries = archive.infolist()
    names = [entry.filename for entry in entries]
    if MANIFEST not in names:
        raise FileError("study_file.none")
    if sum(entry.file_size for entry in entries) > MOST_UNPACKED:
        raise FileError("file.bomb", megabytes=MOST_UNPACKED // 1_000_000)
    if any(entry.flag_bits & 1 for entry in entries):
        raise FileError("file.password")
    strange = next((name for name in names if name != MANIFEST and not _NAME.fullmatch(name)), "")
    if strange or len(set(names)) < len(names):
        raise FileError("study_file.strange", name=(strange or max(names, key=names.count))[:80])
    try:
        manifest = msgspec.json.decode(entry_of(archive, archive.getinfo(MANIFEST), 1_000_000), type=_Manifest)
    except (msgspec.MsgspecError, RecursionError):
        raise FileError("study_file.unreadable", name=MANIFEST) from None
    if manifest.format != FORMAT:
        raise FileError("study_file.none")
    if manifest.version > study_file.VERSION:
        raise FileError("study_file.later", version=manifest.version, known=study_file.VERSION)
    if set(manifest.parts) != set(names) - {MANIFEST} or not {STUDY, SOURCES} <= set(names):
        raise FileError("study_file.parts")
    found = {}
    for name, part in manifest.parts.items():
        found[name] = entry_of(archive, archive.getinfo(name), MOST_STUDY if name == STUDY else MOST_PART)
        if len(found[name]) != part.bytes or hashlib.sha256(found[name]).hexdigest() != part.sha256:
            raise FileError("study_file.altered", name=name)
    return found


def _decoded(name: str, content: bytes, decode: Any) -> Any:
    if _NUL.search(content):
        raise FileError("study_file.unreadable", name=name)
    try:
        return decode(content)
    except (msgspec.MsgspecError, RecursionError, UnicodeError):
        raise FileError("study_file.unreadable", name=name) from None


def _study(content: bytes) -> StudyFile:
    if _decoded(STUDY, content, study_file.version_of) > study_file.VERSION:
        raise FileError("study_file.later", version=study_file.version_of(content), known=study_file.VERSION)
    study: StudyFile = _decoded(STUDY, content, study_file.from_json)
    return study


def _analysis(name: str, content: bytes) -> FileAnalysis:
    analysis: FileAnalysis = _decoded(name, content, msgspec.json.Decoder(FileAnalysis).decode)
    return analysis


def _sources(content: bytes, wanted: set[str]) -> dict[str, bytes]:
    """The pages of the WARC that the study names, by their hash."""
    from warcio.archiveiterator import ArchiveIterator
    from warcio.exceptions import ArchiveLoadFailed

    damage, found = Archive(), {}
    try:
        with contextlib.redirect_stderr(io.StringIO()):
            for part in members_of(content, damage) if content else ():
                for record in ArchiveIterator(io.BytesIO(part)):
                    if record.rec_type != "response":
                        continue
                    page = record.content_stream().read(bounds.MOST_CHARACTERS + 1)
                    digest = hashlib.sha256(page).hexdigest()
                    if digest in wanted:
                        found[digest] = page
    except (ArchiveLoadFailed, EOFError, ValueError, OSError, zlib.error, AttributeError, KeyError, UnicodeError):
        raise FileError("study_file.unreadable", name=SOURCES) from None
    if damage.notes:
        raise FileError("study_file.unreadable", name=SOURCES)
    return found


def _check(found: Unpacked) -> None:
    """What belongs together is there, and can be used by this program."""
    study = found.study
    missing = {source.hash for source in study.sources} - set(found.sources)
    if missing or any(result.source not in found.sources for result in study.results if result.source):
        raise FileError("study_file.incomplete")
    ranks = [[str(row.rank) for row in study.results], *([str(row.rank) for row in ranking.results] for ranking in study.rankings)]
    keys = [[row.key for row in study.identities], [row.key for row in study.decisions], [row.key for row in study.outline]]
    said = [[f"{row.kind} {row.target}" for row in draft.statements] for draft in study.drafts]
    if any(len(set(many)) < len(many) for many in (*ranks, *keys, *said, [row.source for row in study.pictures])):
        raise FileError("study_file.twice")
    choices = [choice for result in study.results for choice in result.choices]
    moments = [
        study.written_at, study.head.due, study.head.as_of, *(row.asked_at for row in study.rankings), *(row.fetched_at for row in study.sources),
        *(row.since for row in choices), *(row.until for row in choices), *(row.decided_at for row in study.decisions),
        *(revision.created_at for draft in study.drafts for revision in draft.revisions),
    ]  # fmt: skip
    if any(moment is not None and moment.year not in YEARS for moment in moments):
        raise FileError("study_file.unreadable", name=STUDY)
    if any(row.action == "own target" and not (row.low or 0) <= (row.high or 0) for row in study.decisions):
        raise FileError("study_file.unreadable", name=STUDY)
    for result in study.results:
        if result.state != "read":
            continue
        if result.reading not in found.analyses:
            raise FileError("study_file.incomplete")
        try:
            reading, analysis = found.page(result.reading)
        except (StoredValueError, RecursionError):
            raise FileError("study_file.stage", name=f"analyses/{result.reading}.json") from None
        _bounded(reading, analysis, result.reading)


def _bounded(reading: Reading, analysis: PageAnalysis, name: str) -> None:
    """A reading within the bounds that our own reader holds to."""
    number = len(reading.blocks)
    text = sum(len(block.text) for block in reading.blocks)
    near = [n for image in (*reading.images, *reading.other_images) for n in image.near]
    near += [n for link in (*reading.links, *reading.other_links) for n in link.near]
    is_right = (
        number <= bounds.MOST_RAW_BLOCKS and text <= bounds.MOST_CHARACTERS and 0 <= reading.word_count <= 2 * bounds.MOST_WORDS
        and len(reading.title) <= bounds.MOST_TITLE and len(reading.images) <= bounds.MOST_IMAGES and len(reading.links) <= bounds.MOST_LINKS
        and all(0 <= n < number for n in near) and all(0 <= block.level <= 6 for block in reading.blocks)
        and 0 <= analysis.word_count <= 2 * bounds.MOST_WORDS and len(reading.published) <= 40 and len(reading.modified) <= 40 and len(reading.kind) <= 20
        and all(0 < candidate.count < 1_000_000 and 0 <= candidate.prominent <= candidate.count for candidate in analysis.candidates)
    )  # fmt: skip
    if not is_right:
        raise FileError("study_file.unreadable", name=f"analyses/{name}.json")
