"""A lot drawn elsewhere, put onto the lateral's own."""

from typing import Any

from bellstone.core.record import Lateral
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral
from bellstone.formats.geojson_read import add_plan


def draw(lateral_id: int, seen: int, who: Any, text: str) -> tuple[StoredLateral, str]:
    """Everything of a GeoJSON file that stands on the lot, or none of it."""

    def change(record: Lateral) -> Lateral:
        return add_plan(record, text)

    return edit(lateral_id, seen, who, "Drew the lot from a file", change)
