"""A new record from the few things the desk asks."""

from bellstone.core.edits.landmarks import landmark_kind
from bellstone.core.edits.runs import first_pipe
from bellstone.core.ground import DomainError
from bellstone.core.record import Landmark, Lateral, Line, Run, Site, Visit


def new_record(name: str, access: str, zero_at: str, date: str = "", pipe: str = "") -> Lateral:
    """A record with one run from what the desk asks.

    ``zero_at`` is the access, ``main``, or ``not said``. The datum is where the counter was zeroed, for
    nothing else is known yet; zeroed at the main the counter counts up towards the house. ``pipe`` is the first
    pipe's material and bore in words, ``clay 4in``; nothing where it is not known.

    Raises
    ------
    DomainError
        A name of nothing but space, or a pipe in words that name no material and no bore.
    """
    if not name.strip():
        raise DomainError("name", name, "wants a name to find it by, such as a street and number")
    access = access.strip() or "access"
    at_main = zero_at.strip().lower() in ("main", "the main")
    zero = "main" if at_main else None if zero_at.strip().lower() == "not said" else access
    names = dict.fromkeys([access, zero or access])
    marks = tuple(Landmark.model_validate({"name": n, "kind": landmark_kind(n)}) for n in names)
    run = Run(
        id="A",
        name="A",
        access=access,
        head_faces="main",
        counts_up_towards="house" if at_main else "main",
        zero_at=zero,
        starts_in=first_pipe(pipe),
    )
    return Lateral(
        site=Site(name=name.strip()),
        lines=(Line(datum=zero or access),),
        landmarks=marks,
        visits=(Visit(id="visit1", date=date, runs=(run,)),),
    )
