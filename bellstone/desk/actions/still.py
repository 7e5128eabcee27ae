"""A picture put to a finding, and pictures that nothing names any more."""

from datetime import datetime, timedelta
from typing import Any

from bellstone.core.edits import with_still
from bellstone.core.record import Lateral
from bellstone.desk.actions.edit import edit
from bellstone.desk.errors import NoSuchStill
from bellstone.desk.models import Change, Signed, StoredLateral, StoredStill
from bellstone.formats.still import still_of

KEPT_UNNAMED = timedelta(days=2)  # it may be of an edit that is just being saved


def put(lateral_id: int, seen: int, who: Any, finding: str, picture: bytes) -> tuple[StoredLateral, str]:
    """The finding shows this picture; one it had before stays for undo."""
    still = still_of(picture)
    StoredStill.objects.update_or_create(name=still.name, defaults={"jpeg": still.jpeg})
    return edit(lateral_id, seen, who, "Still of a finding", lambda record: with_still(record, finding, still.name))


def take_off(lateral_id: int, seen: int, who: Any, finding: str) -> tuple[StoredLateral, str]:
    return edit(lateral_id, seen, who, "Still taken off", lambda record: with_still(record, finding, ""))


def of_record(record: Lateral) -> dict[str, bytes]:
    """The pictures that a lateral's findings name, as far as this desk has them."""
    names = {s.photo for v in record.visits for s in v.sightings if s.photo}
    return {s.name: bytes(s.jpeg) for s in StoredStill.objects.filter(name__in=names).order_by("name")}


def jpeg_of(name: str) -> bytes:
    """One picture by its name.

    Raises
    ------
    NoSuchStill
        This desk does not have it: its record came from elsewhere, without its pictures.
    """
    try:
        return bytes(StoredStill.objects.get(pk=name).jpeg)
    except StoredStill.DoesNotExist as error:
        raise NoSuchStill from error


def drop_unnamed(now: datetime) -> int:
    """Pictures that no record, no edit that can be taken back and no signed page names; how many were dropped."""
    old = StoredStill.objects.filter(when__lt=now - KEPT_UNNAMED).values_list("name", flat=True)
    gone = [name for name in old if not _is_named(name)]
    StoredStill.objects.filter(name__in=gone).delete()
    return len(gone)


def _is_named(name: str) -> bool:
    told = (
        StoredLateral.objects.filter(record__contains=name),
        Change.objects.filter(forward__contains=name),
        Change.objects.filter(back__contains=name),
        Signed.objects.filter(record__contains=name),
    )
    return any(rows.exists() for rows in told)
