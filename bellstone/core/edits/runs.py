"""A run of the newest visit put right: the pipe it starts in, or the run taken out with all that was told on it."""

from bellstone.core.edits.rows import with_visit, without_overrides
from bellstone.core.entry import read_pipe
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral, Pipe, Run

TOLD_ON_A_RUN = ("sightings", "depths", "inverts", "pitches", "not_assessable", "remarks")


def first_pipe(text: str) -> Pipe | None:
    """The pipe a run starts in, as said in words; None where nothing is said.

    Raises
    ------
    DomainError
        Words that name no material the product knows, and no bore.

    Examples
    --------
    >>> first_pipe("clay 4in").bore_in, first_pipe("cast iron").material, first_pipe(" ")
    (4.0, 'cast_iron', None)
    """
    if not text.strip():
        return None
    pipe = read_pipe(text)
    if pipe is None:
        raise DomainError("first pipe", text, "wants a material and an inside bore: clay 4in, cast iron, 4in")
    return pipe


def with_first_pipe(lateral: Lateral, run_id: str, text: str) -> Lateral:
    """The record with the pipe that a run starts in said anew, or no longer said.

    Raises
    ------
    DomainError
        There is no such run, or the words cannot be read.
    """
    found, pipe = _run(lateral, run_id), first_pipe(text)
    visit = lateral.visits[-1]
    runs = tuple(r.model_copy(update={"starts_in": pipe}) if r is found else r for r in visit.runs)
    return with_visit(lateral, -1, visit.model_copy(update={"runs": runs}))


def without_run(lateral: Lateral, run_id: str) -> Lateral:
    """The record without one run and without all that was told on it; what other runs saw too stays theirs.

    Raises
    ------
    DomainError
        There is no such run.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> two, _ = record_from_page("run A cleanout clay 4in\\n10 crack open\\nrun B vent clay 4in\\n3 roots 10%")
    >>> [s.kind for s in without_run(two, "B").visits[-1].sightings]
    ['crack']
    """
    gone = _run(lateral, run_id)
    visit = lateral.visits[-1]
    kept = {name: tuple(x for x in getattr(visit, name) if x.run != run_id) for name in TOLD_ON_A_RUN}
    runs = tuple(
        r.model_copy(update={"resumes": gone.resumes}) if r.resumes == run_id else r
        for r in visit.runs
        if r is not gone
    )
    telling = None if visit.telling == run_id else visit.telling
    left = visit.model_copy(update={**kept, "runs": runs, "telling": telling})
    return without_overrides(with_visit(lateral, -1, left), {s.item for s in visit.sightings if s.run == run_id})


def _run(lateral: Lateral, run_id: str) -> Run:
    """The run of that id in the newest visit."""
    found = next((r for r in lateral.visits[-1].runs if r.id == run_id), None)
    if found is None:
        names = ", ".join(r.id for r in lateral.visits[-1].runs) or "none yet"
        raise DomainError("run", run_id, f"is not in this visit; its runs are: {names}")
    return found
