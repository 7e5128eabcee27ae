"""``bellstone assess | hear | export | demo | serve | address | backup | restore | doctor``: the desk from a terminal."""

import argparse
import json
import os
import sys
from datetime import datetime
from pathlib import Path

from bellstone.core.assess import assess
from bellstone.core.ear import hear_page
from bellstone.core.edits import PageLine, record_from_said
from bellstone.core.ground import BellStoneError, DomainError
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.desk import keeping
from bellstone.formats import lateral_file
from bellstone.formats.assessment_text import assessment_text
from bellstone.formats.bundle import KINDS, STILLS, bundle
from bellstone.formats.heard import heard_json, heard_text
from bellstone.formats.still import still_of
from bellstone.formats.timed_text import source_lines


def _parser() -> argparse.ArgumentParser:
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
    backup = commands.add_parser("backup", help="a checked copy of the database, also while the desk runs")
    backup.add_argument("target", metavar="FILE")
    backup.add_argument(
        "--keep", type=int, default=3, metavar="N", help="copies to keep, this one counted; 3 where not said"
    )
    restore = commands.add_parser("restore", help="put a copy back; what it replaces is kept")
    restore.add_argument("source", metavar="FILE")
    commands.add_parser("doctor", help="what state the data is in, and what to do")
    commands.add_parser("address", help="the address of the desk that runs, with its key")
    return parser


def main(argv: list[str] | None = None) -> int:
    args = _parser().parse_args(argv)
    try:
        match args.command:
            case "assess":
                return _assess(args.files, args.json)
            case "hear":
                return _hear(args.files, args.json)
            case "export":
                return _export(args)
            case "backup":
                return _backup(Path(args.target), args.keep)
            case "restore":
                return _restore(Path(args.source))
            case "doctor":
                return _doctor()
            case "address":
                return _address()
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


def _stills_beside(file: Path, record: Lateral) -> dict[str, bytes]:
    """The pictures that a lateral names, where they lie beside its file as a bundle has them."""
    named = sorted({s.photo for v in record.visits for s in v.sightings if s.photo})
    beside = {name: file.parent / STILLS / f"{Path(name).name}.jpg" for name in named}
    return {name: still_of(path.read_bytes()).jpeg for name, path in beside.items() if path.is_file()}


def _export(args: argparse.Namespace) -> int:
    only = [kind.strip() for kind in args.only.split(",") if kind.strip()]
    if unknown := set(only) - set(KINDS):
        raise DomainError("--only", ", ".join(sorted(unknown)), f"wants some of {', '.join(KINDS)}")
    record, _ = read_file(Path(args.file))
    others = [assess(record, path=line.id) for line in record.lines[1:]]
    stills = _stills_beside(Path(args.file), record)
    files = bundle(record, assess(record), others, only, args.paper, not args.without_names, stills)
    folder = Path(args.to)
    folder.mkdir(parents=True, exist_ok=True)
    for name, data in files.items():
        (folder / name).parent.mkdir(exist_ok=True)
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


def _backup(target: Path, keep: int) -> int:
    made = keeping.back_up(keeping.database_in(keeping.data_folder()), target, keep)
    print(f"Copied {keeping.laterals(made.laterals)} to {made.path}, and read it back whole")
    return 0


def _restore(source: Path) -> int:
    folder = keeping.data_folder()
    keeping.prepare(folder)
    with keeping.held(folder):
        put_back, kept = keeping.restore(source, folder, datetime.now())
    print(f"Put back {keeping.laterals(put_back.laterals)} from {source} into {folder}")
    print(f"  what was there is kept as {kept}" if kept else "  there was nothing there before")
    return 0


def _doctor() -> int:
    found = keeping.doctor(keeping.data_folder())
    for finding in found:
        print(f"{'well ' if finding.well else 'mend '} {finding.what}")
        if finding.mend:
            print(f"      {finding.mend}")
    return 0 if all(finding.well for finding in found) else 1


def _address() -> int:
    folder = keeping.data_folder()
    where = keeping.running_at(folder)
    if where is None:
        raise keeping.Refused(f"No desk runs on {folder}.", "Start it with `bellstone serve`.")
    print(f"{where}?key={keeping.key_of(keeping.secret_of(folder))}")
    return 0


def _serve(port: int, samples: bool) -> int:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bellstone.desk.settings")
    keeping.prepare(keeping.data_folder())  # the settings read its secret
    import django
    from django.core.exceptions import ImproperlyConfigured

    try:
        django.setup()
    except ImproperlyConfigured as error:
        raise keeping.Refused(str(error), "Nothing was started.") from error
    from bellstone.desk.serving import serve

    return serve(port, samples)


if __name__ == "__main__":
    raise SystemExit(main())
