"""What goes down the pipe: which access passes which tool, and what a cutter leaves."""

from typing import Literal

from bellstone.core.ground import DomainError
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Lateral, Rec
from bellstone.core.stations import Segment


class Fit(Rec):
    """Whether one tool passes one access or pipe, and why."""

    tool: str
    place: str
    passes: Literal["passes", "tight", "does not pass"]
    why: str


def area_left(cutter_in: float, bore_in: float) -> float:
    """Share of a bore's area that a cutter of a diameter leaves uncut.

        1 - (c / D)^2

    Parameters
    ----------
    cutter_in, bore_in : float
        Diameters [in]; 0 < cutter <= bore.

    Raises
    ------
    DomainError
        A diameter that is not positive, or a cutter wider than the bore.

    Examples
    --------
    Handbook 2.10: a 3 in cutter in a 6 in bore leaves 75 %.

    >>> area_left(3, 6)
    0.75
    """
    if not bore_in > 0:
        raise DomainError("bore_in", bore_in, "wants inches over 0")
    if not 0 < cutter_in <= bore_in:
        raise DomainError("cutter_in", cutter_in, f"wants 0 to the bore, {bore_in} in")
    return 1 - (cutter_in / bore_in) ** 2


def tool_fits(lateral: Lateral, segments: tuple[Segment, ...]) -> tuple[Fit, ...]:
    """Every tool against every access of known size and every segment of known bore, with the reason."""
    found = [
        _through(tool.name, tool.diameter_in, mark.name, mark.size_in, "the access")
        for tool in lateral.tools
        for mark in lateral.landmarks
        if mark.size_in is not None
    ]
    for tool in lateral.tools:
        for segment in {(s.name, s.bore_in): s for s in segments if s.bore_in}.values():
            found.append(_along(tool.name, tool.kind, tool.diameter_in, segment))
    return tuple(found)


def _through(tool: str, diameter: float, place: str, opening: float, what: str) -> Fit:
    if diameter > opening:
        return Fit(
            tool=tool, place=place, passes="does not pass", why=f"{diameter:g} in through {what} of {opening:g} in"
        )
    tight = diameter == opening  # it passes only where both are true to size
    why = f"{diameter:g} in through {what} of {opening:g} in{': no room to spare' if tight else ''}"
    return Fit(tool=tool, place=place, passes="tight" if tight else "passes", why=why)


def _along(tool: str, kind: str, diameter: float, segment: Segment) -> Fit:
    bore = segment.bore_in or 0.0
    fit = _through(tool, diameter, segment.name, bore, "a bore")
    if kind == "cutter" and fit.passes != "does not pass":
        left = f"leaves {area_left(diameter, bore):.0%} of the area uncut"
        material = MATERIALS.get(segment.material)
        caution = f"; {material.caution}" if material is not None and material.caution else ""
        return fit.model_copy(update={"why": f"{fit.why}; {left}{caution}"})
    return fit
