"""What is told of the house and of the visit, a line each: when it was built, which way it faces, what was cleaned before."""

import re
from collections.abc import Iterator
from typing import get_args

from bellstone.core.entry.reading import FactOf, TellFact
from bellstone.core.entry.statements import Special
from bellstone.core.record import Site, Visit

LONGEST = 80
FACTS: frozenset[str] = frozenset(get_args(FactOf))
OF_HOUSE: frozenset[FactOf] = frozenset({"built", "faces", "occupancy"})  # the rest is of the visit
WAYS = r"(?:north|south|east|west)(?:[- ]?(?:east|west))?"
LIVED_IN = r"occupied|vacant|empty|rented|lived in|let|owner occupied|tenants? in(?: it)?"
_LINES: tuple[tuple[FactOf, str], ...] = (
    ("built", rf"house\s+built\s+(?:in\s+)?(?P<words>(?=.*\d).{{1,{LONGEST}}})"),
    ("faces", rf"house\s+faces\s+(?P<words>{WAYS})"),
    ("occupancy", rf"house\s+(?P<words>(?:{LIVED_IN})(?:\s+(?:since|for)\s+.{{1,30}})?)"),
    ("purpose", rf"(?:purpose|why)\s*:\s*(?P<words>.{{1,{LONGEST}}})"),
    ("job_number", r"job\s*(?:number\s*)?:?\s*#?\s*(?P<words>(?=\S*\d)\S{1,40})"),
    ("cleaning_before", rf"cleaned before\s*:\s*(?P<words>.{{1,{LONGEST}}})"),
    ("planned", rf"(?:still\s+)?planned\s*:\s*(?P<words>.{{1,{LONGEST}}})"),
    ("operator_verdict", rf"operator'?s?\s+verdict\s*:\s*(?P<words>.{{1,{LONGEST}}})"),
    ("opinion", rf"opinion\s+(?:for|of)\s+this\s+date\s*:\s*(?P<words>.{{1,{LONGEST}}})"),
    ("weather", rf"weather\s*:?\s+(?P<words>.{{1,{LONGEST}}})"),
)


def read_fact(text: str) -> Special | None:
    """A line that tells one thing of the house or the visit, or None.

    Examples
    --------
    >>> [act.of for act in read_fact("house built 1958")[0]], read_fact("cleaned before: cutter to 70 ft")[0][0].words
    (['built'], 'cutter to 70 ft')
    >>> read_fact("house built of brick"), read_fact("job done")
    (None, None)
    """
    for of, line in _LINES:
        if match := re.fullmatch(line, text.strip(), re.I):
            return [TellFact(of=of, words=" ".join(match["words"].split()))], []
    return None


def fact_lines(site: Site, visit: Visit) -> Iterator[tuple[FactOf, str]]:
    """What is known of the house and the visit, each as the line that tells it.

    >>> from bellstone.core.record import Site, Visit
    >>> list(fact_lines(Site(name="Alder Row 14", built="1958"), Visit(id="visit1", weather="rain for a week")))
    [('built', 'house built 1958'), ('weather', 'weather rain for a week')]
    """
    told: tuple[tuple[FactOf, str, str], ...] = (
        ("built", "house built ", site.built), ("faces", "house faces ", site.faces), ("occupancy", "house ", site.occupancy),
        ("purpose", "purpose: ", visit.purpose), ("job_number", "job ", visit.job_number),
        ("cleaning_before", "cleaned before: ", visit.cleaning_before),
        ("weather", "weather ", visit.weather), ("planned", "planned: ", visit.planned),
        ("operator_verdict", "operator's verdict: ", visit.operator_verdict), ("opinion", "opinion for this date: ", visit.opinion),
    )  # fmt: skip
    return ((of, f"{lead}{words}") for of, lead, words in told if words)
