"""The command line. ./fundament sets up what is missing and hands over to this."""

from __future__ import annotations

import argparse
import runpy
import sys
from pathlib import Path

from fundament import operate


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="fundament", description="Measure a text against the pages that rank for a keyword.")
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("demo", help="start everything with demo data, until Ctrl-C").add_argument("--port", type=int, default=8000)
    test = commands.add_parser("test", help="run lint, types, import rules and all tests")
    test.add_argument("arguments", nargs="*", help="given on to pytest; then only the tests are run")
    read = commands.add_parser("read", help="print what is read of a page, as JSON")
    read.add_argument("source", metavar="FILE_OR_URL")
    analyse = commands.add_parser("analyse", help="print the yardstick of a folder of pages, and a draft's score, as JSON")
    analyse.add_argument("--keyword", default="")
    analyse.add_argument("--pages", default="", metavar="DIR")
    analyse.add_argument("--study", default="", metavar="FILE", help="a study file, with what was decided, in place of keyword and pages")
    analyse.add_argument("--draft", default="", metavar="FILE")
    analyse.add_argument("--language", default="")
    analyse.add_argument("--skos", default="", metavar="FILE", help="your own entities: Turtle, RDF/XML or JSON-LD")
    analyse.add_argument("--words", type=int, default=0, metavar="N", help="the planned length; left away, the usual one of the pages")
    analyse.add_argument("--every-page", action="store_true", help="compare also the pages that a study proposes to leave out")
    bench = commands.add_parser("bench", help="run a benchmark and print its figures")
    bench.add_argument(
        "name",
        choices=_benchmarks(),
    )
    bench.add_argument("arguments", nargs="*", help="given on to the benchmark")
    operate.add_commands(commands)
    manage = commands.add_parser("manage", help="run a management command of the web application on the demo's database")
    manage.add_argument("arguments", nargs="*")
    return parser


def _benchmarks() -> list[str]:
    """The programs in bench/, as modules below it."""
    folder = Path(__file__).resolve().parents[2] / "bench"
    programs = [path for path in folder.rglob("*.py") if '__name__ == "__main__"' in path.read_text(encoding="utf-8")]
    return sorted(".".join(path.relative_to(folder).with_suffix("").parts) for path in programs)


def main(arguments: list[str] | None = None) -> int:
    """Run a command; 0 when it worked, 2 with one sentence on stderr for input that does not work."""
    arguments = sys.argv[1:] if arguments is None else arguments
    options, rest = _parser().parse_known_args(arguments)
    if options.command == "bench":
        rest = []
        sys.argv = [f"bench {options.name}", *arguments[2:]]
    if options.command in ("test", "manage"):
        options.arguments = arguments[1:]  # given on as they are, also those that begin with a dash
    elif rest:
        _parser().error(f"unknown arguments: {' '.join(rest)}")
    if options.command == "bench":
        runpy.run_module(f"bench.{options.name}", run_name="__main__")
        return 0
    if options.command in operate.COMMANDS:
        return operate.run(options)
    if options.command in ("demo", "test", "manage"):
        from fundament import runtime

        return runtime.run(options)
    from fundament.commands import analyse_command, print_json, read_command
    from fundament.core.errors import CoreError
    from fundament.messages import say_error
    from fundament.providers.errors import ProviderError
    from fundament.study_command import study_command

    try:
        if options.command == "read":
            output = read_command(options.source)
        elif options.study:
            output = study_command(options.study, options.draft)
        else:
            output = analyse_command(
                options.keyword,
                options.pages,
                options.draft,
                options.language,
                options.skos,
                words=options.words,
                every_page=options.every_page,
            )
    except (CoreError, ProviderError) as error:
        print(f"fundament: {say_error(error)}", file=sys.stderr)
        return 2
    try:
        print_json(output)
    except BrokenPipeError:
        sys.stderr.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())
