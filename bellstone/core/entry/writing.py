"""A visit written back out as a page of notes: lines that read back to what was said."""

from collections.abc import Iterator, Sequence

from bellstone.core.entry.facts import OF_HOUSE, fact_lines, read_fact
from bellstone.core.entry.on_the_lot import drawn_line, mark_line, zero_line
from bellstone.core.entry.pipe_said import pipe_words
from bellstone.core.entry.printing import amount_words, feet_words, position_words, sighting_line
from bellstone.core.entry.vocabulary import FREE_TEXT_KINDS
from bellstone.core.ground import tidy
from bellstone.core.record import (
    Count,
    CounterPosition,
    DepthReading,
    FlushTest,
    InvertReading,
    KnownPoint,
    Landmark,
    Lateral,
    LengthEstimate,
    Line,
    Pass,
    PitchReading,
    Recommendation,
    RelativePosition,
    Repair,
    Run,
    Sighting,
    Visit,
    amount_middle,
)

AtHead = DepthReading | InvertReading | PitchReading
HOW = {"locator": " located", "tape": " taped", "told": " told", "landmark": ""}


def page_of(lateral: Lateral) -> str:
    """All visits as a page of notes, in the order said; what the language cannot say is a ``#`` line.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> print(page_of(record_from_page("run A yard, facing main, counts to main\\n41.5 roots 70%\\n42 roots 5% same")[0]))
    run A yard, facing main, counts to main
    41.5 roots 70%
    42 roots 5% same 41.5
    """
    lines: list[str] = [
        f"tool {t.kind} {'' if t.name == t.kind else t.name} {tidy(t.diameter_in)}in" for t in lateral.tools
    ]
    for number, visit in enumerate(lateral.visits):
        if number or visit.date:
            lines.append(" ".join(filter(None, ["visit", visit.date or visit.purpose])))
        lines += _visit_lines(lateral, visit)
    lines += [line for mark in lateral.landmarks if (line := _landmark_line(mark))]
    lines += [zero_line(lateral.site.plan_zero)] if lateral.site.plan_zero is not None else []
    lines += [drawn_line(thing) for thing in lateral.site.plan]
    lines += [line for mark in lateral.marks if (line := mark_line(mark))]
    lines += [_repair_line(r) for r in lateral.repairs]
    lines += [f"claim {c.who}: {c.said}" if c.who else f"claim : {c.said}" for c in lateral.claims]
    lines += [_advice_line(r) for r in lateral.recommendations]
    return "\n".join(" ".join(line.split()) for line in lines)


def finding_lines(lateral: Lateral, visit: Visit) -> list[str]:
    """Each sighting of a visit as a line by itself, in the order said; the same thing and its cause by the counter.

    >>> from bellstone.core.edits import record_from_page
    >>> record = record_from_page("run A yard\\n41.5 roots 70% ; crack\\n42 roots 5% same")[0]
    >>> finding_lines(record, record.visits[0])
    ['41.5 roots 70%', '41.5 crack', '42 roots 5% same 41.5']
    """
    told: dict[str, Sighting] = {}
    return [part for s in visit.sightings for part in _said(lateral, s, told)]


def _visit_lines(lateral: Lateral, visit: Visit) -> Iterator[str]:
    """A visit as it was told: its sightings in order, a run returned to by its name, what hangs on one behind it."""
    yield from _facts(lateral, visit)
    yield from (f"symptom {s.said}" for s in visit.symptoms)
    # only what was said before can be said to be the same
    before = lateral.visits[: lateral.visits.index(visit)]
    told: dict[str, Sighting] = {s.item: s for v in before for s in v.sightings}
    teller = _Teller(lateral, visit)
    # a line kept as said stands where it was said: read again, it meets the same record
    yield from (r.said for r in visit.remarks if r.after is None and r.run is None)
    if visit is lateral.visits[0]:
        yield from teller.start()
    for group in _lines_of(visit):
        yield from teller.turn_to(group[0].run)
        parts = [part for s in group for part in _said(lateral, s, told, joined=s is not group[0])]
        yield " ; ".join(parts)
        yield from teller.after({s.id for s in group})
    yield from teller.rest()
    for n in visit.not_assessable:
        yield from teller.turn_to(n.run)
        yield f"{position_words(n.position)} not seen {n.reason}"
    if visit.main_level is not None:
        inches = amount_middle(visit.main_level)
        yield f"main stands {tidy(abs(inches), 3)}in{' below the outlet' if inches < 0 else ''}"
    yield from (_count_line(c) for c in visit.counts)
    yield from (_flush_line(f) for f in visit.flush_tests)
    if visit.telling is not None and visit.telling != teller.run:
        yield from teller.turn_to(visit.telling)


def _facts(lateral: Lateral, visit: Visit) -> Iterator[str]:
    """What was told of the house stands with the first visit; what no line can tell is a ``#`` line."""
    first = visit is lateral.visits[0]
    for of, line in fact_lines(lateral.site, visit):
        begun = of == "purpose" and not first and not visit.date  # why one looked began that visit's own line
        if not begun and (first or of not in OF_HOUSE):
            yield line if read_fact(line) is not None else f"# {line}"


def _lines_of(visit: Visit) -> list[list[Sighting]]:
    """Sightings line by line: those said behind a ``;`` at one place stay on the line they were said in."""
    out: list[list[Sighting]] = []
    for s in visit.sightings:
        first = out[-1][0] if out else None
        with_it = first is not None and first.line == s.line and first.run == s.run and first.travel == s.travel
        plain = first is not None and first.expected is None and s.change is None and first.kind not in FREE_TEXT_KINDS
        if with_it and plain and first is not None and _is_there(s, first):
            out[-1].append(s)
        else:
            out.append([s])
    return out


def _is_there(s: Sighting, first: Sighting) -> bool:
    """Whether a sighting's place is the first of its line's, said once."""
    hangs = (
        isinstance(s.position, RelativePosition)
        and s.position.to_sighting == first.id
        and first.position.by == "relative"
    )
    return hangs or (s.position == first.position and s.position.by in ("counter", "station", "landmark"))


class _Teller:
    """Which run is being told, and what is still to be said: runs, passes, readings and kept lines, in their order."""

    def __init__(self, lateral: Lateral, visit: Visit) -> None:
        self.visit = visit
        self.run: str | None = None
        self.names = {line.id: line.name for line in lateral.lines[1:]}
        self.falls = {line.id: line for line in lateral.lines} if visit is lateral.visits[-1] else {}
        self.runs = list(visit.runs)
        said = {s.id: s.text for s in visit.sightings}  # what stands in a finding's own words is said with it
        self.estimates = [
            e for e in lateral.lines[0].to_main if not (e.said and e.said in said.get(e.from_landmark or "", ""))
        ]
        self.begun: set[str] = set()
        groups: tuple[Sequence[AtHead], ...] = (visit.depths, visit.inverts, visit.pitches)
        self.readings = [list(group) for group in groups]

    def turn_to(self, run_id: str | None) -> Iterator[str]:
        """The lines that make a run the one being told: its own where it starts, its name where it is returned to."""
        if run_id is None or run_id == self.run:
            return
        while run_id not in self.begun and self.runs:
            yield from self._begin(self.runs.pop(0))
        if run_id != self.run and (run := next((r for r in self.visit.runs if r.id == run_id), None)) is not None:
            yield f"run {run.name or run.id}"
            self.run = run_id

    def _begin(self, run: Run) -> Iterator[str]:
        self.begun.add(run.id)
        self.run = run.id
        if run.resumes is not None:
            point = run.known_points[0] if run.known_points else None
            at = run.zero_at or (point.landmark if point else "")
            yield f"counter reset to {tidy(point.counter_ft if point else 0.0, 3)}{f' at {at}' if at else ''}"
        else:
            yield run_line(run, self.names.get(run.line, ""))
            yield from (_known_line(p) for p in run.known_points)
            yield from (_pass_line(p) for p in run.passes if p.after is None)
        if run.line in self.falls:
            yield from _lie_lines(self.falls.pop(run.line))
        for readings in self.readings:
            while readings and readings[0].run == run.id and _from_nothing(readings[0]):
                yield reading_line(readings.pop(0))
        yield from (r.said for r in self.visit.remarks if r.after is None and r.run == run.id)

    def after(self, ids: set[str]) -> Iterator[str]:
        """What was said right behind a line: readings that hang on it, lines kept as said, a pass that turns."""
        yield from (_length_line(e) for e in self.estimates if e.from_landmark in ids)
        for readings in self.readings:
            # one with a footage of its own is told with the next that hangs here, for they keep their order
            while readings and (
                _hangs_on(readings[0], ids)
                or (
                    _stands_alone(readings[0])
                    and readings[0].run == self.run
                    and any(_hangs_on(r, ids) for r in readings)
                )
            ):
                yield reading_line(readings.pop(0))
        for r in self.visit.remarks:
            if r.after in ids:
                yield from self.turn_to(r.run)
                yield r.said
        for run in self.visit.runs:
            for p in run.passes:
                if p.after in ids and not (run.resumes and p is run.passes[0]):
                    yield from self.turn_to(run.id)
                    yield _pass_line(p)
        for readings in self.readings:
            # a reading with a footage of its own may stand anywhere in its run: before the next that hangs on something
            while (
                readings
                and _stands_alone(readings[0])
                and any(_hangs_on(r, None) for r in readings)
                and readings[0].run == self.run
            ):
                yield reading_line(readings.pop(0))

    def start(self) -> Iterator[str]:
        """How far the main was thought to be before anything was seen."""
        seen = {s.id for s in self.visit.sightings}
        yield from (_length_line(e) for e in self.estimates if e.from_landmark not in seen)

    def rest(self) -> Iterator[str]:
        """Runs on which nothing was seen, and every reading not told yet; how a run ended."""
        while self.runs:
            yield from self._begin(self.runs.pop(0))
        for readings in self.readings:
            for reading in readings:
                yield from self.turn_to(reading.run)
                yield reading_line(reading)
        for run in self.visit.runs:
            if run.ended == "stopped":
                yield from self.turn_to(run.id)
                yield f"main not reached{f', {run.end_reason}' if run.end_reason else ''}"


def reading_line(reading: AtHead) -> str:
    """A depth, an invert or a pitch as its line."""
    match reading:
        case DepthReading():
            return _depth_line(reading)
        case InvertReading():
            return _invert_line(reading)
    return _pitch_line(reading)


def _stands_alone(reading: AtHead) -> bool:
    return not _hangs_on(reading, None)


def _from_nothing(reading: AtHead) -> bool:
    """Whether a reading was told from what came before it when nothing had."""
    return isinstance(reading.position, RelativePosition) and reading.position.to_sighting is None


def _hangs_on(reading: AtHead, ids: set[str] | None) -> bool:
    """Whether a reading's place is told from one of some sightings, or from any."""
    p = reading.position
    return isinstance(p, RelativePosition) and p.to_sighting is not None and (ids is None or p.to_sighting in ids)


def _said(lateral: Lateral, s: Sighting, told: dict[str, Sighting], joined: bool = False) -> Iterator[str]:
    causes = {i.id: i.caused_by for i in lateral.items}
    line, first = sighting_line(s), told.get(s.item)
    if joined:
        line = line.removeprefix(position_words(s.position)).strip()
    if first is not None and isinstance(first.position, CounterPosition) and s.change is None:
        line += f" same {_logged_at(first.position)}"
    elif first is not None and s.change is None and first.kind == s.kind:
        line += " same"
    perhaps = told.get(next((i.same_as for i in lateral.items if i.id == s.item and i.same_as), "") or "")
    if perhaps is not None and isinstance(perhaps.position, CounterPosition):
        line += f" same? {_logged_at(perhaps.position)}"
    cause = told.get(causes.get(s.item) or "")
    if cause is not None and isinstance(cause.position, CounterPosition):
        line += f" because {_logged_at(cause.position)}"
    elif cause is not None:
        line += f" because {cause.kind}"
    told.setdefault(s.item, s)
    stamp = f"[{int(s.time_s // 60)}:{int(s.time_s % 60):02d}] " if s.time_s is not None and not joined else ""
    yield stamp + line


def _logged_at(position: CounterPosition) -> str:
    """The counter a thing is named by: the first that was said, where it was one or another."""
    counter = position.counter
    return tidy(amount_middle(counter) if counter.likely is None else counter.likely, 3)


def run_line(run: Run, branch: str = "") -> str:
    """A run as its line.

    >>> run_line(Run(id="B", name="B", access="yard", head_faces="house", counts_up_towards="house", zero_at="main"))
    'run B yard, facing house, counts to house, zero at main'
    """
    pieces = [f"run {run.name or run.id} {run.access}".strip()]
    pieces += [pipe_words(run.starts_in)] if run.starts_in else []
    pieces += [f"on {branch} branch"] if branch else []
    pieces += [f"facing {run.head_faces}", f"counts to {run.counts_up_towards}"]
    if run.zero_at != (run.access or None):
        pieces.append(f"zero at {run.zero_at}" if run.zero_at else "zero not said")
    if run.bottom_at is None:
        pieces.append("bottom not known")
    elif run.bottom_at != 6:
        pieces.append(f"bottom at {tidy(run.bottom_at)}")
    pieces += ["self-levelling"] if run.self_levelling else []
    pieces += [f"water {run.water}"] if run.water != "unknown" else []
    return ", ".join(pieces)


def _pass_line(p: Pass) -> str:
    return f"pass {p.travel}, {'graded' if p.graded else 'filmed'}"


def _known_line(p: KnownPoint) -> str:
    place = p.landmark if p.landmark is not None else tidy(p.station_ft or 0.0, 3)
    return f"{tidy(p.counter_ft, 3)} = {place}{HOW[p.basis]}"


def _depth_line(d: DepthReading) -> str:
    to = f" {d.to}" if d.to != "beacon" else ""
    spread = f" ± {tidy(d.sigma_ft, 3)}ft" if d.sigma_ft is not None else ""
    ground = f" ground {tidy(d.ground_ft, 3)}" if d.ground_ft is not None else ""
    suspect = " suspect" if d.suspect else ""
    marked = f' "{d.marked}"' if d.marked else ""
    return (
        f"{position_words(d.position)} depth {tidy(d.depth_ft.likely or 0.0, 3)}ft{to}{spread}{ground}{suspect}{marked}"
    )


def _invert_line(v: InvertReading) -> str:
    spread = f" ± {tidy(v.sigma_ft, 3)}" if v.sigma_ft is not None else ""
    return f"{position_words(v.position)} invert {tidy(v.elevation_ft, 4)}{spread}{' suspect' if v.suspect else ''}"


def _pitch_line(p: PitchReading) -> str:
    if p.word:
        return f"{position_words(p.position)} pitch {p.word}"
    spread = f" ± {tidy(p.sigma_pct, 3)}" if p.sigma_pct is not None else ""
    return f"{position_words(p.position)} pitch {tidy(p.grade_pct, 4)}%{spread}{' suspect' if p.suspect else ''}"


def _lie_lines(line: Line) -> Iterator[str]:
    """How a line lies, said on one of its runs, and what went straight down before it."""
    if line.vertical_ft is not None:
        yield f"vertical cable {feet_words(line.vertical_ft)}"
    if line.grade_pct is not None:
        yield f"fall {tidy(line.grade_pct, 4)}%"
    elif line.fall_word:
        yield f"fall {line.fall_word}"
    if line.ground_fall_pct is not None:
        yield f"ground falls {tidy(line.ground_fall_pct, 4)}%" if line.ground_fall_pct else "ground level"


def _landmark_line(m: Landmark) -> str:
    """What was measured of a landmark; nothing where it is only a name."""
    told = [
        f"{tidy(m.station_ft, 3)} ft {m.basis}" if m.station_ft is not None else "",
        f"ground {tidy(m.ground_ft, 3)}" if m.ground_ft is not None else "",
        f"{tidy(m.size_in)}in" if m.size_in is not None else "",
        "two-way" if m.two_way else "",
    ]
    return f"landmark {m.name}: {', '.join(filter(None, told))}" if any(told) else ""


def _length_line(e: LengthEstimate) -> str:
    d = e.distance
    about = "about " if d.form == "about" else ""
    feet = (
        f"{tidy(d.low, 3)}-{tidy(d.high, 3)}" if d.low is not None and d.high is not None else tidy(d.likely or 0.0, 3)
    )
    return f"main {about}{feet} {'on' if e.from_landmark else 'in all'} ({e.basis})"


def _count_line(c: Count) -> str:
    rest = f", {amount_words(c.with_number)} with {c.with_what}" if c.with_number and c.with_what else ""
    on = f" on {position_words(c.position)}" if c.position is not None else ""
    return f"{'' if c.what.startswith('joint') else 'count '}{c.what} {amount_words(c.number)}{rest}{on}"


def _flush_line(f: FlushTest) -> str:
    gallons = f" {amount_words(f.gallons)}" if f.gallons else ""
    watched = f", watched at {f.watched_at}," if f.watched_at else ""
    left = f", left {f.left_behind}" if f.left_behind else ""
    return f"flush test {f.fixture}{gallons}{watched} {f.result.replace('_', ' ')}{left}"


def _repair_line(r: Repair) -> str:
    how = {"accepted": "accepted", "with_note": "with note", "not": "not"}
    checks = ", ".join(f"{c.what} {how[c.result]}" for c in r.checks)
    where = position_words(r.extent) if r.extent is not None else ""
    told = f"{r.said}{': ' + checks if checks else ''}"
    return f"repair {where} {told}" if where or checks else f"# repair: {r.said}"


def _advice_line(r: Recommendation) -> str:
    return f"recommend {'' if r.ours else 'theirs: '}{'' if r.status == 'stands' else f'{r.status}: '}{r.what}"
