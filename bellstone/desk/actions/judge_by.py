"""Judge a lateral by another scheme, and say what that changes."""

from typing import Any

from bellstone.core.answer import Rerated, rerated
from bellstone.core.assess import assess
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.desk import schemes, store
from bellstone.desk.actions.edit import edit
from bellstone.desk.models import StoredLateral


def judge_by(lateral_id: int, seen: int, who: Any, label: str) -> tuple[StoredLateral, str]:
    """The lateral judged by a scheme from now on."""
    scheme = schemes.scheme_named(label)

    def change(record: Lateral) -> Lateral:
        named = "" if scheme.label == house_scheme().label else scheme.label
        return record.model_copy(update={"site": record.site.model_copy(update={"scheme": named})})

    return edit(lateral_id, seen, who, f"Judged by {scheme.label}", change)


def what_if(lateral_id: int, label: str) -> tuple[Rerated, ...]:
    """Every rating and verdict that a scheme would change; nothing is changed."""
    row = store.row_of(lateral_id)
    return rerated(store.assessment_of(row), assess(store.record_of(row), schemes.scheme_named(label)))
