"""The verdict of a whole lateral: the worst of its lines, named; a branch that fails is not hidden by a main line that does not."""

from collections.abc import Sequence
from typing import Protocol

from bellstone.core.judgement.verdict import ORDER, Reason, Verdict, VerdictShown
from bellstone.core.record import Rec


class JudgedLine(Protocol):
    """What the lateral's verdict asks of each of its lines."""

    @property
    def id(self) -> str: ...
    @property
    def name(self) -> str: ...
    @property
    def verdict(self) -> Verdict: ...
    @property
    def verdict_words(self) -> str: ...
    @property
    def reasons(self) -> tuple[Reason, ...]: ...
    @property
    def worst(self) -> int | None: ...
    @property
    def findings(self) -> int: ...


class LateralVerdict(Rec):
    """A lateral's verdict: its words, with the line that gives it where that is not the one shown; the worst rating."""

    verdict: Verdict
    words: str
    line: str  # the name of the line that gives it; empty where it is the one shown
    reasons: tuple[Reason, ...]
    worst: int | None


def whole_lateral(
    own: VerdictShown, stands: str, own_worst: int | None, path: str, lines: Sequence[JudgedLine]
) -> LateralVerdict:
    """The lateral's verdict from that of the line shown and those of all its lines.

    Parameters
    ----------
    own, stands : VerdictShown, str
        The shown line's verdict as computed, and its words as they stand.
    lines : sequence
        Every line of the lateral; one on which nothing was seen says nothing.
    """
    worst = max((w for w in (own_worst, *(line.worst for line in lines)) if w is not None), default=None)
    others = [line for line in lines if line.id != path and line.findings]
    gravest = max(others, key=lambda line: ORDER.index(line.verdict), default=None)
    if gravest is None or ORDER.index(gravest.verdict) <= ORDER.index(own.verdict):
        return LateralVerdict(verdict=own.verdict, words=stands, line="", reasons=own.reasons, worst=worst)
    return LateralVerdict(
        verdict=gravest.verdict,
        words=f"{gravest.verdict_words} ({gravest.name})",
        line=gravest.name,
        reasons=gravest.reasons,
        worst=worst,
    )
