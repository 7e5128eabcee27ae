"""How the pipe lies and what lengths it was laid in, how long a thing is from where it begins: typed plainly."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.edits import record_from_page
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()


@pytest.mark.parametrize(("said", "line"), {
    "back pitch from 60 to 66": "60-66 back pitch", "pipe is pitched back from 60 to 66": "60-66 back pitch",
    "flat spot from 30 to 38": "30-38 flat pitch", "no fall from 30 on": "30 on flat pitch", "from 30 to 38 it's flat": "30-38 flat pitch",
    "good fall from 0 to 30": "0-30 good pitch", "flat at 30": "30 flat pitch", "flat at about 30": "~30 flat pitch",
    "clay pipe 2 foot joints": "pipe clay 2ft lengths",
    "it's clay pipe in 3 foot lengths": "pipe clay 3ft lengths", "sag is about 8 feet long starting at 30": "~30-38 standing",
    "belly 6 feet long starting at 20": "20-26 standing", "belly at 20 6 feet long": '20 standing "6 feet long"',
    "crack 2 feet long starting at 26": '26 crack "2 feet long"', "last cleaned 6 months ago": "cleaned before: last cleaned 6 months ago",
}.items())  # fmt: skip
def test_it_is_heard(said: str, line: str) -> None:
    assert hear_line(said, HOUSE).lines == (line,)
    record, (read, done) = record_from_page(f"run A yard clay 4in, facing main, counts to main\n{line}")
    assert read.added and done.added and record.visits


@pytest.mark.parametrize(
    "said", ["flat roots at 30", "water level at 30", "joint is level at 30", "roots back at 30", "33' joint step up"]
)
def test_what_lies_in_it_is_not_how_it_lies(said: str) -> None:
    assert not [line for line in hear_line(said, HOUSE).lines if "pitch" in line or "lengths" in line]
