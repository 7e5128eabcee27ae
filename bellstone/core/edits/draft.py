"""A lateral while something is added to it: new ids, the run that is being told, landmarks by their names."""

from collections.abc import Callable, Iterable
from typing import Any

from bellstone.core.edits.landmarks import known_as, landmark_kind
from bellstone.core.entry import OF_HOUSE
from bellstone.core.ground import DomainError
from bellstone.core.record import (
    Item,
    Landmark,
    LandmarkPosition,
    Lateral,
    Line,
    Position,
    RelativePosition,
    Run,
    next_id,
)


class Draft:
    """Changes collected to one visit of a lateral: what is there, with ids for what is new."""

    def __init__(self, lateral: Lateral, visit: int = -1) -> None:
        self.added: list[str] = []
        self._last: dict[str, int] = {}
        self.open_visit(lateral, visit)

    def open_visit(self, lateral: Lateral, visit: int) -> None:
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
        self.telling = lateral.visits[self.index].telling
        self.landmarks = list(lateral.landmarks)
        self.lines = list(lateral.lines)
        self.items = list(lateral.items)
        self.claims: list[Any] = list(lateral.claims)
        self.recommendations: list[Any] = list(lateral.recommendations)
        self.repairs: list[Any] = list(lateral.repairs)
        self.tools: list[Any] = list(lateral.tools)
        self.marks = list(lateral.marks)
        self.plan = list(lateral.site.plan)
        self.plan_zero = lateral.site.plan_zero
        self.facts: dict[str, str] = {}  # told of the house and of the visit

    def result(self) -> Lateral:
        groups = {k: tuple(v) for k, v in self.visit.items()}
        visit = self.lateral.visits[self.index].model_copy(
            update={**groups, "main_level": self.main_level, "telling": self.telling, **self._facts(of_house=False)}
        )
        visits = (*self.lateral.visits[: self.index], visit, *self.lateral.visits[self.index + 1 :])
        return self.lateral.model_copy(
            update={
                "visits": visits,
                "landmarks": tuple(self.landmarks),
                "lines": tuple(self.lines),
                "items": tuple(self.items),
                "marks": tuple(self.marks),
                "site": self.lateral.site.model_copy(
                    update={"plan": tuple(self.plan), "plan_zero": self.plan_zero, **self._facts(of_house=True)}
                ),
                "claims": tuple(self.claims),
                "recommendations": tuple(self.recommendations),
                "repairs": tuple(self.repairs),
                "tools": tuple(self.tools),
            }
        )

    def _facts(self, of_house: bool) -> dict[str, str]:
        return {of: words for of, words in self.facts.items() if (of in OF_HOUSE) == of_house}

    @property
    def run(self) -> Run | None:
        return self.visit["runs"][self._at_run] if self.visit["runs"] else None

    @property
    def _at_run(self) -> int:
        """Which run is being told: the one returned to, else the last."""
        return next((n for n, r in enumerate(self.visit["runs"]) if r.id == self.telling), -1)

    @property
    def travel(self) -> str:
        run = self.run
        return run.passes[-1].travel if run and run.passes else "out"

    def new_id(self, prefix: str, group: str) -> str:
        """The next id over every visit, so that a thing is named by its id alone."""
        return self.number(prefix, lambda: (x.id for v in self._visits() for x in v[group]))

    def _visits(self) -> list[dict[str, Any]]:
        return [
            self.visit if n == self.index else {g: getattr(v, g) for g in self.visit}
            for n, v in enumerate(self.lateral.visits)
        ]

    def number(self, prefix: str, taken: Callable[[], Iterable[str]]) -> str:
        """Ids of one prefix: the record is searched once, then they are counted on."""
        if prefix not in self._last:
            self._last[prefix] = int(next_id(prefix, taken()).removeprefix(prefix)) - 1
        self._last[prefix] += 1
        return f"{prefix}{self._last[prefix]}"

    def keep(self, group: str, thing: Any) -> None:
        self.visit[group].append(thing)
        self.added.append(thing.id)

    def next_item(self) -> str:
        return self.number(
            "i", lambda: (*(s.item for v in self._visits() for s in v["sightings"]), *(i.id for i in self.items))
        )

    def decide(self, item: str, **decided: Any) -> None:
        known = next((i for i in self.items if i.id == item), Item(id=item))
        self.items = [i for i in self.items if i.id != item] + [known.model_copy(update=decided)]

    def line_named(self, name: str) -> str:
        """The branch of a name; a new one joins the main line, where a branch of that name was seen."""
        for line in self.lines:
            if line.name.lower() == name.lower():
                return line.id
        seen = next((s for s in self.visit["sightings"] if s.kind == "branch" and name.lower() in s.said.lower()), None)
        at = RelativePosition(to_sighting=seen.id) if seen is not None else None
        line = Line(id=next_id("line", (x.id for x in self.lines)), name=name, joins=self.lines[0].id, joins_at=at)
        self.lines.append(line)
        return line.id

    def change_run(self, **update: Any) -> None:
        run: Run = self.visit["runs"][self._at_run]
        self.visit["runs"][self._at_run] = run.model_copy(update=update)
        self.added.append(run.id)

    def landmark_of(self, position: Position) -> Position:
        """A position with its landmark by the name that it has in the record."""
        if not isinstance(position, LandmarkPosition):
            return position
        return position.model_copy(update={"landmark": self.landmark(position.landmark)})

    def landmark(self, name: str) -> str:
        """A landmark's name in the record: one that is there where it fits, else a new one.

        Raises
        ------
        DomainError
            It fits two that are there.
        """
        known = known_as(name, [mark.name for mark in self.landmarks])
        if len(known) > 1:
            raise DomainError("landmark", name, f"may be {' or '.join(known)}: say which")
        if known:
            return known[0]
        self.landmarks.append(Landmark.model_validate({"name": name, "kind": landmark_kind(name)}))
        return name

    def attempt(self, change: Callable[[], None]) -> None:
        """A change that is made whole or not at all.

        Raises
        ------
        DomainError
            As the change did; nothing of it stays.
        """
        kept = {name: list(v) if isinstance(v, list) else v for name, v in vars(self).items()}
        kept["visit"] = {name: list(v) for name, v in self.visit.items()}
        kept["_last"] = dict(self._last)
        try:
            change()
        except DomainError:
            vars(self).update(kept)
            raise
