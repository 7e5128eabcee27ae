"""The next look and root treatments as iCalendar: all-day entries on the dates they fall due."""

from collections.abc import Iterator
from datetime import UTC, date, datetime
from hashlib import sha256

from icalendar import Calendar, Event

from bellstone.core.answer import Assessment

FOAM_NOTE = (
    "Common practice: foam holds nine to ten months; the line is not used for hours after. The product's label rules."
)


def calendar_bytes(a: Assessment) -> bytes | None:
    """The dates that follow from an assessment (RFC 5545); None where no date does: none is invented."""
    events = list(_events(a))
    if not events:
        return None
    calendar = Calendar()
    calendar.add("prodid", "-//Bell Stone//desk//EN")
    calendar.add("version", "2.0")
    for event in events:
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _events(a: Assessment) -> Iterator[Event]:
    look = a.next_look
    if look is None:
        return
    if look.due:
        yield _event(a, look.due, f"Look at the sewer lateral again: {a.name}", look.why)
    for due in look.treatments:
        yield _event(a, due, f"Root treatment due: {a.name}", FOAM_NOTE)


def _event(a: Assessment, due: str, summary: str, why: str) -> Event:
    """The stamp is the visit's own date: the same assessment is the same file."""
    event, day = Event(), date.fromisoformat(due)
    event.add("uid", f"{sha256(f'{a.name}|{a.visit}|{due}|{summary}'.encode()).hexdigest()[:32]}@bellstone")
    event.add("dtstamp", datetime.combine(date.fromisoformat(a.visit), datetime.min.time(), UTC))
    event.add("dtstart", day)
    event.add("summary", summary)
    event.add("description", why)
    return event
