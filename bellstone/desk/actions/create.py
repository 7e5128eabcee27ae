"""Start a lateral: from a record that is whole."""

from django.db import transaction

from bellstone.core.record import Lateral
from bellstone.desk import store
from bellstone.desk.models import StoredLateral


def create(record: Lateral) -> StoredLateral:
    """A new row for a record, assessed."""
    row = StoredLateral()
    store.fill(row, record)
    with transaction.atomic():
        store.save(row)
    return row
