"""``bellstone assess | hear | export | demo | serve | backup``: the desk from a terminal."""

import argparse
import json
import os
import sqlite3
import sys
from pathlib import Path

from bellstone.core.assess import assess
from bellstone.core.ear import hear_page
from bellstone.core.edits import PageLine, record_from_said
from bellstone.core.ground import BellStoneError, DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from bellstone.formats.bundle import KINDS, bundle
from bellstone.formats.heard import heard_json, heard_text
from bellstone.formats.timed_text import source_lines


def main(argv: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(prog="bellstone", description="A desk for the sewer condition analyst.")
    commands = parser.add_subparsers(dest="command", required=True)
    one = commands.add_parser("assess", help="assess a lateral file or a page of notes")
    one.add_argument("files", nargs="+", metavar="FILE")
    one.add_argument("--json", action="store_true", help="print the whole assessment as JSON")
    ear = commands.add_parser("hear", help="what a page of notes or a recording's words are heard as")
    ear.add_argument("files", nargs="+", metavar="FILE", help="notes, prose, [m:ss] text, WebVTT or SRT")
    ear.add_argument("--json", action="store_true", help="print one JSON document a file, a line each")
    out = commands.add_parser("export", help="report, dig sheets, tables and files of a lateral, into a folder")
    out.add_argument("file", metavar="FILE")
    out.add_argument("--to", required=True, metavar="DIR")
    out.add_argument(
        "--only", default=",".join(KINDS), metavar="KINDS", help=f"of {', '.join(KINDS)}; all where not said"
    )
    out.add_argument("--paper", choices=["us-letter", "a4"], default="us-letter")
    out.add_argument("--without-names", action="store_true", help="PDFs only, without the lateral's name and address")
    demo = commands.add_parser("demo", help="samples, and the desk on loopback")
    serve = commands.add_parser("serve", help="the desk on loopback")
    for server in (demo, serve):
        server.add_argument("--port", type=int, default=8765)
    backup = commands.add_parser("backup", help="copy the database while it runs")
    backup.add_argument("target", metavar="FILE")
    args = parser.parse_args(argv)
    try:
        match args.command:
            case "assess":
                return _assess(args.files, args.json)
            case "hear":
                return _hear(args.files, args.json)
            case "export":
                return _export(args)
            case "backup":
                return _backup(Path(args.target))
        return _serve(args.port, samples=args.command == "demo")
    except (BellStoneError, OSError) as error:
        print(f"bellstone: {error}", file=sys.stderr)
        return 2


def read_file(path: Path) -> tuple[Lateral, list[PageLine]]:
    """A lateral file, or else a page of notes."""
    data = path.read_bytes()
    if data.lstrip()[:1] == b"{":
        return lateral_file.loads(data), []
    return record_from_said(source_lines(data.decode("utf-8-sig", errors="replace")), name=path.stem)


def _assess(files: list[str], as_json: bool) -> int:
    for name in files:
        record, lines = read_file(Path(name))
        result = assess(record)
        if as_json:
            print(json.dumps(result.model_dump(mode="json"), indent=1, allow_nan=False))
        else:
            others = [assess(record, path=line.id) for line in record.lines[1:]]
            print(assessment_text(result, lines, others))
    return 0


def _export(args: argparse.Namespace) -> int:
    only = [kind.strip() for kind in args.only.split(",") if kind.strip()]
    if unknown := set(only) - set(KINDS):
        raise DomainError("--only", ", ".join(sorted(unknown)), f"wants some of {', '.join(KINDS)}")
    record, _ = read_file(Path(args.file))
    others = [assess(record, path=line.id) for line in record.lines[1:]]
    files = bundle(record, assess(record), others, only, args.paper, not args.without_names)
    folder = Path(args.to)
    folder.mkdir(parents=True, exist_ok=True)
    for name, data in files.items():
        (folder / name).write_bytes(data)
        print(folder / name)
    return 0


def _hear(files: list[str], as_json: bool) -> int:
    scheme = house_scheme()
    for name in files:
        lines = source_lines(Path(name).read_bytes().decode("utf-8-sig", errors="replace"))
        drafts = hear_page(lines, scheme)
        if as_json:
            print(json.dumps(heard_json(name, drafts, scheme), ensure_ascii=False, allow_nan=False))
        else:
            print(heard_text(drafts))
    return 0


def _backup(target: Path) -> int:
    """SQLite's online backup: whole even while the desk is in use."""
    _django()
    from django.conf import settings

    partial = target.with_name(target.name + ".part")
    with sqlite3.connect(str(settings.DATABASES["default"]["NAME"])) as source, sqlite3.connect(partial) as copy:
        source.backup(copy)
    partial.replace(target)
    print(f"Copied to {target}")
    return 0


def _django() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bellstone.desk.settings")
    import django

    django.setup()


def _serve(port: int, samples: bool) -> int:
    _django()
    from django.conf import settings
    from django.core.management import call_command
    from waitress import serve

    from bellstone.desk.samples import load_samples
    from bellstone.desk.wsgi import application

    call_command("migrate", verbosity=0)
    count = load_samples() if samples else 0
    loaded = (
        f"{count} sample laterals loaded, places and people invented" if count else "your laterals as you left them"
    )
    print(f"Bell Stone is at http://127.0.0.1:{port}/", flush=True)
    print(f"  {loaded}; data in {settings.DATA}; stop with Ctrl C", flush=True)
    serve(application, host="127.0.0.1", port=port, threads=4, ident=None)
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
