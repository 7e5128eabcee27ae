"""What is told of a run: that one starts, is returned to, ends, or has its counter reset; a pass; a known point."""

import re

from bellstone.core.edits.draft import Draft
from bellstone.core.entry import (
    NEW,
    EndRun,
    Know,
    ResetCounter,
    StartPass,
    StartRun,
)
from bellstone.core.ground import NUMBER, DomainError, number
from bellstone.core.record import (
    KnownPoint,
    LandmarkPosition,
    Pass,
    Run,
    Sighting,
    next_id,
)

OF_AN_ACCESS = frozenset(
    ["the", "of", "mouth", "rim", "lid", "cap", "lip", "face", "top", "opening", "cleanout", "clean", "out", "thread"]
)
BLANK_RUN = Run(id=NEW)


def tell_run(draft: Draft, act: StartRun | StartPass | EndRun | ResetCounter | Know) -> None:
    """What a line tells of a run.

    Raises
    ------
    DomainError
        There is no run that it could be told of.
    """
    match act:
        case StartRun():
            start_run(draft, act)
        case StartPass():
            start_pass(draft, act)
        case EndRun():
            end_run(draft, act)
        case ResetCounter():
            reset_counter(draft, act)
        case Know():
            know_point(draft, act)


def start_run(draft: Draft, act: StartRun) -> None:
    if _returns_to(draft, act):
        return
    _forget_blank_run(draft, act.run.name)
    draft.telling = None
    taken = [r.id for r in draft.visit["runs"]]
    wanted = re.sub(r"[^A-Za-z0-9]", "", act.run.name) or "A"
    run_id = wanted if wanted not in taken else next_id(wanted, taken)
    run = act.run.model_copy(update={"id": run_id, **({"name": run_id} if run_id != wanted else {})})
    if act.line_name:
        run = run.model_copy(update={"line": draft.line_named(act.line_name)})
    if run.access:
        run = run.model_copy(update={"access": draft.landmark(run.access)})
    if run.zero_at:
        run = run.model_copy(update={"zero_at": draft.landmark(run.zero_at)})
    if not draft.lines[0].datum and run.line == draft.lines[0].id and (run.zero_at or run.access):
        draft.lines[0] = draft.lines[0].model_copy(update={"datum": run.zero_at or run.access})
    draft.keep("runs", run)


def _returns_to(draft: Draft, act: StartRun) -> bool:
    """``run A`` alone, of a run that is there: what follows is told on it again."""
    known = [r for r in draft.visit["runs"] if r.name.lower() == act.run.name.lower()]
    says = act.run.model_copy(update={"name": ""}) != BLANK_RUN or bool(act.line_name)
    if not known or says:
        return False
    draft.telling = known[-1].id
    draft.added.append(known[-1].id)
    return True


def begin_at_access(draft: Draft, seen: Sighting) -> bool:
    """An access told by what it stands beside, before any finding: the look begins there, at its zero.

    A run that is known to begin there is no other. Its bore is the access's own; what pipe it leads to is not known by
    that.
    """
    at, run = seen.position, draft.run
    if draft.visit["sightings"] or seen.kind != "access" or not isinstance(at, LandmarkPosition) or at.side != "near":
        return False
    words = at.landmark.lower().split()
    name = at.landmark if words[-1] in OF_AN_ACCESS else f"{at.landmark} cleanout"
    if run is None:
        start_run(draft, StartRun(run=Run(id=NEW, name="A", access=name, zero_at=name)))
    elif _at_its_access(run, at.landmark):
        name = run.access
    else:
        return False
    if seen.size is not None and seen.size.likely:
        known = draft.landmarks.index(next(m for m in draft.landmarks if m.name == draft.landmark(name)))
        draft.landmarks[known] = draft.landmarks[known].model_copy(update={"size_in": seen.size.likely})
    return True


def _at_its_access(run: Run, at: str) -> bool:
    """Whether a zero is told at the access that the run begins at: by a part of its name, or of the access itself."""
    said = set(at.lower().split())
    return not at or bool(run.access) and (said <= OF_AN_ACCESS or said <= set(run.access.lower().split()))


def end_run(draft: Draft, act: EndRun) -> None:
    if draft.run is None:
        raise DomainError("end", act.reason or act.ended, "start a run first: run A front cleanout")
    draft.change_run(ended=act.ended, end_reason=act.reason)


def reset_counter(draft: Draft, act: ResetCounter) -> None:
    """A run ends where its counter is set anew, and another goes on from there, the same way and the same pass.

    A counter set to zero before anything was told on its run says where that run is zeroed.
    """
    run = draft.run
    if run is None:
        raise DomainError("counter", act.counter_ft, "start a run first: run A front cleanout")
    if not act.counter_ft and not any(s.run == run.id and s.position.by == "counter" for s in draft.visit["sightings"]):
        draft.change_run(zero_at=run.access if _at_its_access(run, act.at) else draft.landmark(act.at))
        return
    place = _where_it_read(draft, act.at) or (draft.landmark(act.at) if act.at else None)
    kind = next((m.kind for m in draft.landmarks if m.name == place), "other")
    counts = "house" if kind == "main" else run.counts_up_towards  # beyond the main there is nothing to count to
    known = (
        (KnownPoint(counter_ft=act.counter_ft, landmark=place, said="counter reset"),)
        if place and act.counter_ft
        else ()
    )
    taken = [r.id for r in draft.visit["runs"]]
    anew = Run(
        id=next_id(run.id, taken), name=f"{run.name} after the reset", head_faces=run.head_faces, counts_up_towards=counts,
        zero_at=place if place and not act.counter_ft else None, known_points=known, line=run.line,
        passes=(Pass(travel=draft.travel),) if draft.travel == "back" else (), resumes=run.id, bottom_at=run.bottom_at,
        self_levelling=run.self_levelling, water=run.water, beacon_to_lens_ft=run.beacon_to_lens_ft, viewing_ft=run.viewing_ft,
    )  # fmt: skip
    draft.telling = None
    draft.keep("runs", anew)


def _where_it_read(draft: Draft, at: str) -> str | None:
    """``counter reset to 0 at 40``: the point where the run told so far read 40, by a name of its own; None where it is a thing."""
    read = re.fullmatch(rf"({NUMBER})(?:\s*(?:ft|feet|'))?", at.strip(), re.I)
    if read is None or draft.run is None:
        return None
    name = draft.landmark(f"reset at {read[1]}")
    point = KnownPoint(counter_ft=number(read[1]), landmark=name, said=f"{read[1]} = {name}")
    draft.change_run(known_points=(*draft.run.known_points, point))
    return name


def _forget_blank_run(draft: Draft, name: str) -> None:
    """A run nothing was said on yet is said anew by a run line of its name."""
    last = draft.run
    if last is None or any(s.run == last.id for s in draft.visit["sightings"]):
        return
    if last.name.lower() == name.lower() and not last.known_points:
        draft.visit["runs"].pop()


def start_pass(draft: Draft, act: StartPass) -> None:
    if draft.run is None:
        raise DomainError("pass", act.travel, "start a run first: run A front cleanout")
    seen = draft.visit["sightings"]
    new = Pass(travel=act.travel, graded=act.graded, after=seen[-1].id if seen else None)
    draft.change_run(passes=(*draft.run.passes, new))


def know_point(draft: Draft, act: Know) -> None:
    if draft.run is None:
        raise DomainError("known point", act.point.said, "start a run first: run A front cleanout")
    point = act.point
    if point.landmark:
        point = point.model_copy(update={"landmark": draft.landmark(point.landmark)})
    draft.change_run(known_points=(*draft.run.known_points, point))
