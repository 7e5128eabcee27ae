"""Adds what a line was read as to the record: real ids, the run and pass it was said in."""

from math import hypot
from typing import Any

from bellstone.core.edits.draft import Draft
from bellstone.core.edits.identity import item_at, last_like, last_of_kind
from bellstone.core.edits.told_runs import begin_at_access, tell_run
from bellstone.core.entry import (
    CannotAssess,
    CountThings,
    Draw,
    EndRun,
    EntryReading,
    EstimateLength,
    Flush,
    Know,
    Lie,
    ReadDepth,
    ReadInvert,
    ReadPitch,
    ResetCounter,
    Say,
    See,
    SetLandmark,
    SetMark,
    SetPlanZero,
    StartPass,
    StartRun,
    StartVisit,
    TellFact,
)
from bellstone.core.ground import DomainError, feet_from
from bellstone.core.record import (
    WIDEST_LOT_FT,
    Amount,
    Claim,
    Item,
    Landmark,
    Lateral,
    Mark,
    PlanObject,
    Recommendation,
    RelativePosition,
    Remark,
    Repair,
    Sighting,
    Symptom,
    Tool,
    Visit,
    has_no_place,
    next_id,
)

HERE = Amount(likely=0.0, unit="ft", said=".")


class Adder(Draft):
    """Collects changes to one visit of a lateral, then gives the new record."""

    def add(self, reading: EntryReading) -> None:
        """Everything that a line says, or none of it.

        Raises
        ------
        DomainError
            What it says cannot be of this record: no such thing, or two that it may be.
        """
        if len(reading.acts) > 1:
            self.attempt(lambda: self._add(reading))
        else:
            self._add(reading)

    def _add(self, reading: EntryReading) -> None:
        line = self.number("l", lambda: (x.line for v in self._visits() for g in ("sightings", "depths") for x in v[g]))
        first: Sighting | None = None
        for act in reading.acts:
            match act:
                case See() if begin_at_access(self, act.sighting):
                    pass
                case See():
                    first = self._see(act, line, reading.time_s, first)
                case StartVisit():
                    self._visit(act)
                case StartRun() | StartPass() | EndRun() | ResetCounter() | Know():
                    tell_run(self, act)
                case SetLandmark():
                    self._set_landmark(act.landmark)
                case Draw() | SetMark() | SetPlanZero():
                    self._on_the_lot(act)
                case ReadDepth():
                    self.keep("depths", self._at_head(act.reading, "d", "depths", line=line))
                case ReadInvert():
                    self.keep("inverts", self._at_head(act.reading, "v", "inverts", line=line))
                case ReadPitch():
                    self.keep("pitches", self._at_head(act.reading, "g", "pitches"))
                case Lie():
                    self._lie(act)
                case CountThings():
                    run = self.run.id if self.run and act.count.position is not None else None
                    self.keep("counts", act.count.model_copy(update={"id": self.new_id("c", "counts"), "run": run}))
                case EstimateLength():
                    self._length(act)
                case Flush():
                    self.keep("flush_tests", act.test.model_copy(update={"id": self.new_id("f", "flush_tests")}))
                case CannotAssess():
                    self._cannot_assess(act)
                case TellFact():
                    self.facts[act.of] = act.words
                    self.added.append(f"fact-{act.of}")
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
            id=self.new_id("r", "remarks"),
            said=reading.text,
            run=self.run.id if self.run else None,
            after=sightings[-1].id if sightings else None,
            why=why,
            meanings=tuple(c.line for q in reading.questions[:1] for c in q.choices[:6]),
            start=start,
            end=end,
        )
        self.keep("remarks", remark)

    def _at_head(self, reading: Any, prefix: str, group: str, **more: str) -> Any:
        """A reading at the head with its id and run; ``.`` and ``+3`` hang on what was said before it."""
        run = self.run.id if self.run else None
        position = self.landmark_of(reading.position)
        said = [s for s in self.visit["sightings"] if s.run == run and not has_no_place(s)]
        if isinstance(position, RelativePosition) and position.to_sighting is None and said:
            position = position.model_copy(update={"to_sighting": said[-1].id})
        return reading.model_copy(update={"id": self.new_id(prefix, group), "run": run, "position": position, **more})

    def _see(self, act: See, line: str, time_s: float | None, first: Sighting | None) -> Sighting:
        """One finding of a line; behind a ``;`` it lies where the ``first`` of the line does, not as far on again."""
        sighting = act.sighting
        position = self.landmark_of(sighting.position)
        if first is not None and isinstance(position, RelativePosition) and position == act.sighting.position:
            on = position.distance is not None and first.position.by == "relative"
            position = RelativePosition(distance=HERE, to_sighting=first.id) if on else position
        sighting = self._in_force(sighting.model_copy(update={"position": position}))
        same = self._same_item(act)
        item = same if same and act.same_sure else self.next_item()
        if same and not act.same_sure:  # "same?" is a proposal: two things until it is taken
            self.items.append(Item(id=item, same_as=same))
        if act.because_counter_ft is not None:
            self.decide(item, caused_by=self._item_at(act.because_counter_ft, sighting.kind, "because"))
        cause = last_of_kind(self.visit["sightings"], act.because_kind) if act.because_kind else None
        if cause is not None:
            self.decide(item, caused_by=cause)
        elif act.because_kind and not sighting.text:  # nothing of it was said before: its words stay with the finding
            sighting = sighting.model_copy(update={"text": f"because of {act.because_kind.replace('_', ' ')}"})
        new = sighting.model_copy(
            update={
                "id": self.new_id("s", "sightings"),
                "item": item,
                "line": line,
                "run": self.run.id if self.run else None,
                "travel": self.travel,
                "time_s": time_s if time_s is not None else sighting.time_s,
            }
        )
        self.keep("sightings", new)
        return first or new

    def _in_force(self, s: Sighting) -> Sighting:
        """A reading of water takes the state of the water that was said last on this visit, where it says none itself."""
        if s.kind not in ("standing", "submerged") or s.water is not None or s.none_of:
            return s
        said = next((w.form for w in reversed(self.visit["sightings"]) if w.kind == "water" and w.form), None)
        return s.model_copy(update={"water": "rest" if said == "off" else "running"}) if said else s

    def _same_item(self, act: See) -> str | None:
        if act.same is None:
            return None
        if act.same == "last":
            return last_like(self.visit["sightings"], act.sighting, self.run.id if self.run else None)
        return self._item_at(act.same_counter_ft or 0.0, act.sighting.kind, "same")

    def _item_at(self, counter_ft: float, kind: str, word: str) -> str:
        earlier = [v.sightings for n, v in enumerate(self.lateral.visits) if n != self.index]
        return item_at([self.visit["sightings"], *reversed(earlier)], counter_ft, kind, word)

    def _visit(self, act: StartVisit) -> None:
        """A new visit; the record so far is closed, and what follows is said on the new one."""
        lateral = self.result()
        visit = Visit(id=next_id("visit", (v.id for v in lateral.visits)), date=act.date, purpose=act.purpose)
        said = any(
            getattr(lateral.visits[-1], g) for g in ("sightings", "runs", "depths", "inverts", "pitches", "remarks")
        )
        visits = (*lateral.visits, visit) if said else (*lateral.visits[:-1], visit)
        self.open_visit(lateral.model_copy(update={"visits": visits}), -1)
        self.added.append(visit.id)

    def _lie(self, act: Lie) -> None:
        """How a line lies: the line of the run it is said on, else the main one."""
        if act.main_level is not None:
            self.main_level = act.main_level
            self.added.append("main_level")
            return
        if act.vertical is not None:
            self.lines[0] = self.lines[0].model_copy(update={"vertical_ft": act.vertical})
            self.added.append("vertical")
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

    def _set_landmark(self, said: Landmark) -> None:
        """What was measured of a landmark joins what is known of it."""
        name = self.landmark(said.name)
        measured = {k: getattr(said, k) for k in said.model_fields_set - {"name"}}
        self.landmarks = [m.model_copy(update=measured) if m.name == name else m for m in self.landmarks]
        self.added.append(name)

    def _on_the_lot(self, act: Draw | SetMark | SetPlanZero) -> None:
        match act:
            case Draw():
                self._draw(self._in_feet(act) if act.degrees else act.thing)
            case SetMark():
                self._mark(act.mark)
            case SetPlanZero():
                self.plan_zero = act.at
                self.added.append("plan zero")

    def _in_feet(self, act: Draw) -> PlanObject:
        """A thing told by latitude and longitude in feet from the lot's zero, which it is itself on an empty lot."""
        name = act.thing.name
        if self.plan_zero is None and self.plan:
            where = "plan zero: lat 44.95123 lon -93.10012"
            raise DomainError(
                name, "latitude and longitude", f"the lot is drawn in feet: say first where its zero is, {where}"
            )
        self.plan_zero = zero = self.plan_zero or act.degrees[0]
        points = [feet_from((zero.longitude, zero.latitude), (d.longitude, d.latitude)) for d in act.degrees]
        far = max(hypot(x, y) for x, y in points)
        if far > WIDEST_LOT_FT:
            raise DomainError(
                name,
                f"{far:,.0f} ft away",
                f"lies over {WIDEST_LOT_FT:,.0f} ft from the lot's zero: look at its degrees",
            )
        return act.thing.model_copy(update={"points": tuple(points)})

    def _draw(self, thing: PlanObject) -> None:
        """A thing drawn again stands where it was drawn last."""
        self.plan = [o for o in self.plan if o.name.lower() != thing.name.lower()] + [thing]
        self.added.append(thing.name)

    def _mark(self, mark: Mark) -> None:
        """A mark of a label that is there is measured anew."""
        known = next((m for m in self.marks if m.label.lower() == mark.label.lower()), None)
        ident = known.id if known else next_id("m", (m.id for m in self.marks))
        position = self.landmark_of(mark.position) if mark.position is not None else None
        new = mark.model_copy(update={"id": ident, "run": self.run.id if self.run else None, "position": position})
        self.marks = [m for m in self.marks if m.id != ident] + [new]
        self.added.append(ident)

    def _cannot_assess(self, act: CannotAssess) -> None:
        run = self.run.id if self.run else None
        new = act.stretch.model_copy(update={"id": self.new_id("n", "not_assessable"), "run": run})
        self.keep("not_assessable", new)

    def _say(self, act: Say) -> None:
        if isinstance(act.what, Symptom):
            self.keep("symptoms", act.what.model_copy(update={"id": self.new_id("y", "symptoms")}))
            return
        prefix, kept = {
            Claim: ("k", self.claims), Repair: ("p", self.repairs), Tool: ("t", self.tools),
            Recommendation: ("w", self.recommendations),
        }[type(act.what)]  # fmt: skip
        new = act.what.model_copy(update={"id": next_id(prefix, (one.id for one in kept))})
        kept.append(new)
        self.added.append(new.id)


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
