"""What the core refuses, as types that carry their data."""


class BellStoneError(Exception):
    """Base of everything Bell Stone refuses on purpose."""


class DomainError(BellStoneError):
    """A number outside what a formula can take: names it, shows it, says what was wanted.

    >>> str(DomainError("water_depth", 0.35, "wants 0 to the diameter, 0.333 ft"))
    'water_depth=0.35: wants 0 to the diameter, 0.333 ft'
    """

    def __init__(self, name: str, got: object, wanted: str) -> None:
        super().__init__(f"{name}={got!r}: {wanted}")
        self.name, self.got, self.wanted = name, got, wanted


class RecordError(BellStoneError):
    """A record that cannot be read: each problem is a place and its mend."""

    def __init__(self, problems: list[tuple[str, str]]) -> None:
        super().__init__("; ".join(f"{place}: {mend}" for place, mend in problems))
        self.problems = problems
