"""Adds what a line was read as to the record: real ids, the run and pass it was said in."""

import re
from collections.abc import Callable, Iterable
from typing import Any

from bellstone.core.edits.landmarks import landmark_kind
from bellstone.core.entry import (
    CannotAssess,
    CountThings,
    EntryReading,
    EstimateLength,
    Flush,
    Know,
    Lie,
    ReadDepth,
    ReadInvert,
    ReadPitch,
    Say,
    See,
    StartPass,
    StartRun,
    StartVisit,
)
from bellstone.core.ground import DomainError
from bellstone.core.record import (
    Claim,
    CounterPosition,
    Item,
    Landmark,
    LandmarkPosition,
    Lateral,
    Line,
    Pass,
    Recommendation,
    RelativePosition,
    Remark,
    Repair,
    Run,
    Sighting,
    Symptom,
    Tool,
    Visit,
    next_id,
)


class Adder:
    """Collects changes to one visit of a lateral, then gives the new record."""

    def __init__(self, lateral: Lateral, visit: int = -1) -> None:
        self.added: list[str] = []
        self._last: dict[str, int] = {}
        self._open(lateral, visit)

    def _open(self, lateral: Lateral, visit: int) -> None:
        self.lateral = lateral
        self.index = visit % len(lateral.visits)
        self.visit: dict[str, list[Any]] = {
            name: list(getattr(lateral.visits[self.index], name))
            for name in (
                "runs",
                "sightings",
                "depths",
                "inverts",
                "pitches",
                "flush_tests",
                "counts",
                "not_assessable",
                "remarks",
                "symptoms",
            )
        }
        self.main_level = lateral.visits[self.index].main_level
        self.landmarks = list(lateral.landmarks)
        self.lines = list(lateral.lines)
        self.items = list(lateral.items)
        self.claims: list[Any] = list(lateral.claims)
        self.recommendations: list[Any] = list(lateral.recommendations)
        self.repairs: list[Any] = list(lateral.repairs)
        self.tools: list[Any] = list(lateral.tools)

    def result(self) -> Lateral:
        groups = {k: tuple(v) for k, v in self.visit.items()}
        visit = self.lateral.visits[self.index].model_copy(update={**groups, "main_level": self.main_level})
        visits = (*self.lateral.visits[: self.index], visit, *self.lateral.visits[self.index + 1 :])
        return self.lateral.model_copy(
            update={
                "visits": visits,
                "landmarks": tuple(self.landmarks),
                "lines": tuple(self.lines),
                "items": tuple(self.items),
                "claims": tuple(self.claims),
                "recommendations": tuple(self.recommendations),
                "repairs": tuple(self.repairs),
                "tools": tuple(self.tools),
            }
        )

    @property
    def run(self) -> Run | None:
        return self.visit["runs"][-1] if self.visit["runs"] else None

    @property
    def travel(self) -> str:
        run = self.run
        return run.passes[-1].travel if run and run.passes else "out"

    def _next(self, prefix: str, group: str) -> str:
        """The next id over every visit, so that a thing is named by its id alone."""
        return self._number(prefix, lambda: (x.id for v in self._visits() for x in v[group]))

    def _visits(self) -> list[dict[str, Any]]:
        return [
            self.visit if n == self.index else {g: getattr(v, g) for g in self.visit}
            for n, v in enumerate(self.lateral.visits)
        ]

    def _number(self, prefix: str, taken: Callable[[], Iterable[str]]) -> str:
        """Ids of one prefix: the record is searched once, then they are counted on."""
        if prefix not in self._last:
            self._last[prefix] = int(next_id(prefix, taken()).removeprefix(prefix)) - 1
        self._last[prefix] += 1
        return f"{prefix}{self._last[prefix]}"

    def add(self, reading: EntryReading) -> None:
        line = self._number(
            "l", lambda: (x.line for v in self._visits() for g in ("sightings", "depths") for x in v[g])
        )
        for act in reading.acts:
            match act:
                case See():
                    self._see(act, line, reading.time_s)
                case StartVisit():
                    self._visit(act)
                case StartRun():
                    self._run(act)
                case StartPass():
                    self._pass(act)
                case Know():
                    self._know(act)
                case ReadDepth():
                    self._depth(act, line)
                case ReadInvert():
                    self._landmark_of(act.reading.position)
                    run = self.run.id if self.run else None
                    invert = {"id": self._next("v", "inverts"), "run": run, "line": line}
                    self._keep("inverts", act.reading.model_copy(update=invert))
                case ReadPitch():
                    self._landmark_of(act.reading.position)
                    run = self.run.id if self.run else None
                    pitch = {"id": self._next("g", "pitches"), "run": run}
                    self._keep("pitches", act.reading.model_copy(update=pitch))
                case Lie():
                    self._lie(act)
                case CountThings():
                    self._keep("counts", act.count.model_copy(update={"id": self._next("c", "counts")}))
                case EstimateLength():
                    self._length(act)
                case Flush():
                    self._keep("flush_tests", act.test.model_copy(update={"id": self._next("f", "flush_tests")}))
                case CannotAssess():
                    self._cannot_assess(act)
                case Say():
                    self._say(act)

    def keep_as_said(self, reading: EntryReading) -> None:
        """A line that could not be read, or asks: kept, with the piece that failed."""
        why, start, end = "could not be read", 0, len(reading.text)
        if reading.questions:
            asked = reading.questions[0]
            why, start, end = asked.text, asked.start, asked.end
        elif reading.unread:
            lost = reading.unread[0]
            why, start, end = lost.why, lost.start, lost.end
        sightings = self.visit["sightings"]
        remark = Remark(
            id=self._next("r", "remarks"),
            said=reading.text,
            run=self.run.id if self.run else None,
            after=sightings[-1].id if sightings else None,
            why=why,
            start=start,
            end=end,
        )
        self._keep("remarks", remark)

    def _keep(self, group: str, thing: Any) -> None:
        self.visit[group].append(thing)
        self.added.append(thing.id)

    def _see(self, act: See, line: str, time_s: float | None) -> None:
        sighting = act.sighting
        self._landmark_of(sighting.position)
        same = self._same_item(act)
        item = same if same and act.same_sure else self._next_item()
        if same and not act.same_sure:  # "same?" is a proposal: two things until it is taken
            self.items.append(Item(id=item, same_as=same))
        if act.because_counter_ft is not None:
            self._decide(item, caused_by=self._item_at(act.because_counter_ft, sighting.kind, "because"))
        new = sighting.model_copy(
            update={
                "id": self._next("s", "sightings"),
                "item": item,
                "line": line,
                "run": self.run.id if self.run else None,
                "travel": self.travel,
                "time_s": time_s if time_s is not None else sighting.time_s,
            }
        )
        self._keep("sightings", new)

    def _next_item(self) -> str:
        return self._number(
            "i", lambda: (*(s.item for v in self._visits() for s in v["sightings"]), *(i.id for i in self.items))
        )

    def _decide(self, item: str, **decided: Any) -> None:
        known = next((i for i in self.items if i.id == item), Item(id=item))
        self.items = [i for i in self.items if i.id != item] + [known.model_copy(update=decided)]

    def _same_item(self, act: See) -> str | None:
        if act.same is None:
            return None
        seen: list[Sighting] = self.visit["sightings"]
        if act.same == "last":
            if not seen:
                raise DomainError("same", "same", "there is no finding before it")
            return seen[-1].item
        return self._item_at(act.same_counter_ft or 0.0, act.sighting.kind, "same")

    def _item_at(self, counter_ft: float, kind: str, word: str) -> str:
        """The item logged at a counter, on any run of this visit, else of an earlier one; one of the kind said leads."""
        earlier = [v.sightings for n, v in enumerate(self.lateral.visits) if n != self.index]
        close: list[tuple[float, Sighting]] = []
        for said in (self.visit["sightings"], *reversed(earlier)):
            counters = [
                (abs((s.position.counter.likely or 0.0) - counter_ft), s)
                for s in said
                if isinstance(s.position, CounterPosition)
            ]
            close = close or [(d, s) for d, s in counters if d <= 1.0]
        if not close:
            raise DomainError(word, counter_ft, "no finding has that counter; give the counter it was logged at")
        nearest: Sighting = min(close, key=lambda pair: (pair[1].kind != kind, pair[0]))[1]
        return nearest.item

    def _visit(self, act: StartVisit) -> None:
        """A new visit; the record so far is closed, and what follows is said on the new one."""
        lateral = self.result()
        visit = Visit(id=next_id("visit", (v.id for v in lateral.visits)), date=act.date, purpose=act.purpose)
        said = any(
            getattr(lateral.visits[-1], g) for g in ("sightings", "runs", "depths", "inverts", "pitches", "remarks")
        )
        visits = (*lateral.visits, visit) if said else (*lateral.visits[:-1], visit)
        self._open(lateral.model_copy(update={"visits": visits}), -1)
        self.added.append(visit.id)

    def _line_named(self, name: str) -> str:
        """The branch of a name; a new one joins the main line, where a branch of that name was seen."""
        for line in self.lines:
            if line.name.lower() == name.lower():
                return line.id
        seen = next((s for s in self.visit["sightings"] if s.kind == "branch" and name.lower() in s.said.lower()), None)
        at = RelativePosition(to_sighting=seen.id) if seen is not None else None
        line = Line(id=next_id("line", (x.id for x in self.lines)), name=name, joins=self.lines[0].id, joins_at=at)
        self.lines.append(line)
        return line.id

    def _run(self, act: StartRun) -> None:
        self._forget_blank_run(act.run.name)
        taken = [r.id for r in self.visit["runs"]]
        wanted = re.sub(r"[^A-Za-z0-9]", "", act.run.name) or "A"
        run_id = wanted if wanted not in taken else next_id(wanted, taken)
        run = act.run.model_copy(update={"id": run_id})
        if act.line_name:
            run = run.model_copy(update={"line": self._line_named(act.line_name)})
        for name in (run.access, run.zero_at):
            if name:
                self._landmark(name)
        if not self.lines[0].datum and run.line == self.lines[0].id and (run.zero_at or run.access):
            self.lines[0] = self.lines[0].model_copy(update={"datum": run.zero_at or run.access})
        self._keep("runs", run)

    def _forget_blank_run(self, name: str) -> None:
        """A run nothing was said on yet is said anew by a run line of its name."""
        last = self.run
        if last is None or any(s.run == last.id for s in self.visit["sightings"]):
            return
        if last.name.lower() == name.lower() and not last.known_points:
            self.visit["runs"].pop()

    def _pass(self, act: StartPass) -> None:
        if self.run is None:
            raise DomainError("pass", act.travel, "start a run first: run A front cleanout")
        seen = self.visit["sightings"]
        new = Pass(travel=act.travel, graded=act.graded, after=seen[-1].id if seen else None)
        self._change_run(passes=(*self.run.passes, new))

    def _know(self, act: Know) -> None:
        if self.run is None:
            raise DomainError("known point", act.point.said, "start a run first: run A front cleanout")
        if act.point.landmark:
            self._landmark(act.point.landmark)
        self._change_run(known_points=(*self.run.known_points, act.point))

    def _change_run(self, **update: Any) -> None:
        run: Run = self.visit["runs"][-1]
        self.visit["runs"][-1] = run.model_copy(update=update)
        self.added.append(run.id)

    def _depth(self, act: ReadDepth, line: str) -> None:
        self._landmark_of(act.reading.position)
        run = self.run.id if self.run else None
        self._keep("depths", act.reading.model_copy(update={"id": self._next("d", "depths"), "run": run, "line": line}))

    def _lie(self, act: Lie) -> None:
        """How a line lies: the line of the run it is said on, else the main one."""
        if act.main_level is not None:
            self.main_level = act.main_level
            self.added.append("main_level")
            return
        mine = self.run.line if self.run else self.lines[0].id
        n = next(i for i, line in enumerate(self.lines) if line.id == mine)
        update: dict[str, Any] = {}
        if act.fall:
            update = {"grade_pct": act.fall_pct if act.fall == "given" else None, "fall_word": act.fall_word}
        if act.ground:
            update["ground_fall_pct"] = act.ground_fall_pct if act.ground == "taken" else None
        self.lines[n] = self.lines[n].model_copy(update=update)
        self.added.append(mine)

    def _length(self, act: EstimateLength) -> None:
        seen = self.visit["sightings"]
        here = seen[-1].id if act.estimate.from_landmark == "here" and seen else act.estimate.from_landmark
        first = not self.lines[0].to_main
        estimate = act.estimate.model_copy(update={"from_landmark": here, "chosen": first})
        self.lines[0] = self.lines[0].model_copy(update={"to_main": (*self.lines[0].to_main, estimate)})
        self.added.append("to_main")

    def _cannot_assess(self, act: CannotAssess) -> None:
        run = self.run.id if self.run else None
        new = act.stretch.model_copy(update={"id": self._next("n", "not_assessable"), "run": run})
        self._keep("not_assessable", new)

    def _say(self, act: Say) -> None:
        if isinstance(act.what, Symptom):
            self._keep("symptoms", act.what.model_copy(update={"id": self._next("y", "symptoms")}))
            return
        prefix, kept = {
            Claim: ("k", self.claims), Repair: ("p", self.repairs), Tool: ("t", self.tools),
            Recommendation: ("w", self.recommendations),
        }[type(act.what)]  # fmt: skip
        new = act.what.model_copy(update={"id": next_id(prefix, (one.id for one in kept))})
        kept.append(new)
        self.added.append(new.id)

    def _landmark_of(self, position: object) -> None:
        if isinstance(position, LandmarkPosition):
            self._landmark(position.landmark)

    def _landmark(self, name: str) -> None:
        if not any(mark.name == name for mark in self.landmarks):
            self.landmarks.append(Landmark.model_validate({"name": name, "kind": landmark_kind(name)}))


def add_line(lateral: Lateral, reading: EntryReading, visit: int = -1) -> tuple[Lateral, list[str]]:
    """The record with one read line added, and the ids it added.

    Raises
    ------
    DomainError
        The line asks a question or says nothing: choose a reading first.

    Examples
    --------
    >>> from bellstone.core.entry import read_line
    >>> from bellstone.core.scheme import house_scheme
    >>> from bellstone.core.record import Site
    >>> new, ids = add_line(Lateral(site=Site(name="x")), read_line("41.5 roots curtain 70%", house_scheme()))
    >>> ids, new.visits[0].sightings[0].kind
    (['s1'], 'roots')
    """
    if reading.questions:
        asked = reading.questions[0].text
        raise DomainError(
            "line", reading.text, f"{asked}{'' if asked.endswith('?') else '.'} Choose one, or write it out"
        )
    if not reading.acts:
        why = reading.unread[0].why if reading.unread else "nothing was said"
        raise DomainError("line", reading.text, why)
    adder = Adder(lateral, visit)
    adder.add(reading)
    return adder.result(), adder.added
