"""Take a reading anew."""

from typing import Any

from bellstone.core.edits import Reread, with_reading
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral


def reread(lateral_id: int, seen: int, who: Any, anew: Reread) -> tuple[StoredLateral, str]:
    """The lateral with one reading changed: typed, moved on the profile, or marked."""
    words = "Reading marked" if anew.value is None and anew.up_ft is None else "Reading changed"
    return edit(lateral_id, seen, who, words, lambda record: with_reading(record, anew))
