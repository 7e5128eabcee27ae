"""What a line would add, before it is added: where it lies, what it is, how it rates and why."""

from bellstone.core.edits import add_line
from bellstone.core.entry import (
    Act,
    EntryReading,
    Lie,
    Question,
    ReadDepth,
    ReadInvert,
    ReadPitch,
    Span,
    WordUse,
    feet_words,
    position_words,
    sighting_line,
)
from bellstone.core.findings import Finding, Resolved, resolve
from bellstone.core.ground import DomainError
from bellstone.core.record import Amount, Lateral, Rec, Sighting
from bellstone.core.scheme import RATING_WORDS, Scheme
from bellstone.core.stations import calibrate, pipes_on, place_visits


class ReadPiece(Rec):
    """One thing the line says, in words, with its rating where it has one."""

    where: str
    what: str
    rating: str
    why: str


class Preview(Rec):
    completed: str
    pieces: tuple[ReadPiece, ...]
    findings: tuple[Finding, ...] = ()  # as Enter would add them, by the ids they would have
    unread: tuple[Span, ...]
    questions: tuple[Question, ...]
    words: tuple[WordUse, ...] = ()  # of a line heard in plain words: what each word was used for
    can_be_added: bool
    why_not: str = ""
    again: str = ""  # what is there already, of that kind at that footage: Enter asks once more


def preview(lateral: Lateral, reading: EntryReading, scheme: Scheme) -> Preview:
    """The reading of one line in the record's own context, nothing changed.

    Examples
    --------
    >>> from bellstone.core.entry import read_line
    >>> from bellstone.core.scheme import house_scheme
    >>> from bellstone.core.record import Site
    >>> shown = preview(Lateral(site=Site(name="x")), read_line("41.5 roots curtain 70% joint", house_scheme()), house_scheme())
    >>> shown.pieces[0].rating
    '4 repair'
    """
    base = {
        "completed": reading.completed, "unread": reading.unread, "questions": reading.questions, "words": reading.words,
    }  # fmt: skip
    if not reading.can_be_added:
        why = reading.questions[0].text if reading.questions else reading.unread[0].why if reading.unread else ""
        return Preview(**base, pieces=(), can_be_added=False, why_not=why)
    try:
        after, ids = add_line(lateral, reading)
    except DomainError as error:
        return Preview(**base, pieces=(), can_be_added=False, why_not=str(error))
    rows = rows_of(after, ids, scheme)
    pieces = tuple(_piece(row) for row in rows) or _other(reading)
    findings = tuple(r.finding for r in rows)
    return Preview(**base, pieces=pieces, findings=findings, can_be_added=True, again=_again(lateral, after, ids))


def _again(before: Lateral, after: Lateral, ids: list[str]) -> str:
    """What the same pass of the same run has told already: the same kind at the same footage, and no word that it is the same."""
    if len(before.visits) != len(after.visits):
        return ""
    said, new = before.visits[-1].sightings, {s.id: s for s in after.visits[-1].sightings}
    known = {s.item for s in said}
    for s in (new[i] for i in ids if i in new):
        if s.item in known or s.position.by != "counter" or s.none_of:
            continue
        if (there := next((o for o in said if _told_at(o) == _told_at(s)), None)) is not None:
            return f"“{sighting_line(there)}” is there already. Enter again adds another; “same” says more of that one"
    return ""


def _told_at(s: Sighting) -> tuple[object, ...]:
    """What is told, on which pass of which run, and at which footage."""
    if s.position.by != "counter":
        return (s.id,)
    to = s.position.to.likely if s.position.to else None
    return (s.kind, s.run, s.travel, s.position.counter.likely, to, s.none_of)


def rows_of(after: Lateral, ids: list[str], scheme: Scheme) -> tuple[Resolved, ...]:
    """What a line adds, placed and rated on the path of the run it is said on."""
    visit = after.visits[-1]
    placing = place_visits(after, calibrate(after))[-1]
    line = visit.runs[-1].line if visit.runs else after.lines[0].id
    path, _, segments = pipes_on(after, visit, placing, line)
    return resolve(after, path.visit, placing, segments, scheme, only=frozenset(ids))


def _piece(row: Resolved) -> ReadPiece:
    f, rating = row.finding, row.rating
    run = f"run {f.run} · " if f.run else ""
    if f.how == "station" and f.station_ft is not None:
        end = f"–{f.end_ft:.1f}" if f.end_ft is not None else ""
        where = f"{run}{abs(f.station_ft):.1f}{end} ft ± {f.band_ft or 0:.1f}"
    else:
        where = run + {"order": "order only", "raft": "tied to its neighbours", "throughout": "all along"}.get(
            f.how, ""
        )
    shown = ""
    if rating is not None:
        ends = f" ({rating.low}–{rating.high})" if rating.is_range else ""
        shown = f"{rating.likely}{ends} {RATING_WORDS[rating.likely]}"
    said = (f.words, f.clock_seen, f"at {f.at}" if f.at else "", f.sureness if f.sureness != "sure" else "")
    return ReadPiece(
        where=where, what=" · ".join(filter(None, said)), rating=shown, why=rating.why if rating else f.unrated
    )


def _other(reading: EntryReading) -> tuple[ReadPiece, ...]:
    names = {
        "visit": "a new visit", "run": "a run", "pass": "a pass", "end": "how the run ended", "reset": "a counter reset",
        "know": "a known point", "landmark": "a landmark", "depth": "a depth from the surface", "count": "a count",
        "length": "an estimate of the main's distance", "flush": "a flush test", "cannot_assess": "a stretch not assessable",
        "say": "a statement", "invert": "a surveyed invert", "pitch": "a pitch reading", "lie": "how the line lies",
    }  # fmt: skip
    return tuple(_told(a) or ReadPiece(where="", what=names.get(a.act, a.act), rating="", why="") for a in reading.acts)


def _lies(act: Lie) -> str:
    """How a line lies, as it was read."""
    match act:
        case Lie(main_level=Amount(likely=float(inches))):
            return f"the main stands {abs(inches):g} in {'below' if inches < 0 else 'above'} the outlet"
        case Lie(vertical=Amount() as down):
            return f"cable that went straight down first: {feet_words(down)}"
        case Lie(fall="given", fall_pct=pct):
            return f"the line falls {pct:.2f} %"
        case Lie(fall="word", fall_word=word):
            return {"steep": "a steep fall", "good": "a good fall", "flat": "hardly any fall", "back": "falls back"}[
                word
            ]
        case Lie(ground="taken", ground_fall_pct=pct):
            return f"the ground is taken to fall {pct:g} %" if pct else "the ground is taken as level"
        case Lie(ground="not_known"):
            return "the ground between its levels is not known"
    return "the line's fall is not known"


def _told(act: Act) -> ReadPiece | None:
    """A reading of how the pipe lies, with where it was taken and what it says."""
    match act:
        case ReadDepth(reading=d):
            ground = f", ground at {d.ground_ft:g} ft" if d.ground_ft is not None else ""
            where, what = d.position, f"{d.to} {d.depth_ft.likely:.2f} ft below the ground{ground}"
        case ReadInvert(reading=v):
            where, what = v.position, f"invert surveyed at {v.elevation_ft:g} ft"
        case ReadPitch(reading=p):
            where, what = p.position, f"falls {p.grade_pct:g} % ahead of the head"
        case Lie():
            return ReadPiece(where="", what=_lies(act), rating="", why="")
        case _:
            return None
    return ReadPiece(where=position_words(where), what=what, rating="", why="")
