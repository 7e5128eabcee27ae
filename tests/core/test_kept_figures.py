"""Every figure of whole answers as it was when last read: one that moves is named by its record and field."""

import pytest

from tests.core.kept_figures import figures_of, kept, records

RECORDS = records()
WAS = kept()


@pytest.mark.parametrize("name", RECORDS)
def test_no_figure_moved(name: str) -> None:
    now, was = figures_of(RECORDS[name]), WAS[name]
    assert now.keys() == was.keys()
    moved = {field: (was[field], x) for field, x in now.items() if x != pytest.approx(was[field], rel=1e-6, abs=1e-6)}
    assert not moved, "run python -m tests.core.kept_figures once what moved them is read and meant"


def test_figures_of_every_record_are_kept() -> None:
    assert WAS.keys() == RECORDS.keys()
