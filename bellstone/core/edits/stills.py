"""A still of a finding: the record keeps which picture it is, never the picture."""

from bellstone.core.edits.rows import with_visit
from bellstone.core.ground import DomainError
from bellstone.core.record import Lateral


def with_still(lateral: Lateral, sighting_id: str, photo: str) -> Lateral:
    """The record with a picture named on one sighting, of whichever visit; ``""`` takes it off.

    Raises
    ------
    DomainError
        There is no such sighting: it may have been taken out meanwhile.

    Examples
    --------
    >>> from bellstone.core.edits.page import record_from_page
    >>> record, _ = record_from_page("run A cleanout\\n20 roots 40%\\n30 crack top")
    >>> [s.photo for s in with_still(record, "s2", "9f").visits[0].sightings]
    ['', '9f']
    """
    for index, visit in enumerate(lateral.visits):
        if any(s.id == sighting_id for s in visit.sightings):
            shown = (s.model_copy(update={"photo": photo}) if s.id == sighting_id else s for s in visit.sightings)
            return with_visit(lateral, index, visit.model_copy(update={"sightings": tuple(shown)}))
    raise DomainError("finding", sighting_id, "is not on this lateral any more: look at it again")
