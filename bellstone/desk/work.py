"""Work that takes a while: how far it is, and whether it was called off, by the name its sender gave it."""

from collections import OrderedDict
from dataclasses import dataclass

from bellstone.desk.errors import Refusal

WORKS_KEPT = 64


class CalledOff(Refusal):
    """The sender called the work off before anything was saved."""

    status, says, place, mend = 409, "Cancelled: nothing was added.", "work", "start it again when you like"


class NoSuchWork(Refusal):
    says, place, mend = "There is no such work under way.", "work", "it is done, or was never begun"


@dataclass
class Work:
    """How many of how many pieces are done."""

    done: int = 0
    of: int = 0
    called_off: bool = False

    def step(self, done: int, of: int) -> None:
        """Tell how far it is.

        Raises
        ------
        CalledOff
            It is to stop.
        """
        self.done, self.of = done, of
        if self.called_off:
            raise CalledOff


_works: OrderedDict[str, Work] = OrderedDict()


def begun(name: str | None) -> Work:
    """The work of a name, from now on to be asked for."""
    work = Work()
    if name:
        _works[name] = work
        while len(_works) > WORKS_KEPT:
            _works.popitem(last=False)
    return work


def under_way(name: str) -> Work:
    try:
        return _works[name]
    except KeyError:
        raise NoSuchWork from None
