"""The words a lateral is found by, and what is looked for, brought to the same form."""

import re
from collections.abc import Iterator

from bellstone.core.answer.assessment import Assessment
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import Lateral
from bellstone.core.scheme import RATING_WORDS, Scheme

# What joins the words of a question, and what every lateral is.
JOINING = frozenset(
    "a an the with without and or of in on at by for that has have had is are was to from any all every some "  # noqa: SIM905
    "one there lateral laterals line lines pipe pipes due job".split()
)
SAGS = "sag sags belly bellies dip low spot standing water"
_WORD = re.compile(r"[^\W_]+(?:[-./'][^\W_]+)*")


def found_by(record: Lateral, answer: Assessment, scheme: Scheme) -> str:
    """Everything one may look for, in small letters, a blank before and behind each word.

    Name, place, client, job number and people; materials, kinds and forms by every word for them; ponds and sags;
    ratings and the verdict; dates of visits and of the next look.

    Examples
    --------
    >>> from bellstone.core.assess import assess
    >>> from bellstone.core.edits import record_from_page
    >>> from bellstone.core.scheme import house_scheme
    >>> record = record_from_page("run A yard, fibre 4in, facing main, counts to main\\n10-16 standing 1in rest", "Birch Row 9")[0]
    >>> words = found_by(record, assess(record), house_scheme())
    >>> [all(w in words for w in wanted(q)) for q in ("fibre pipe with a belly", "birch", "clay with a belly")]
    [True, True, False]
    """
    said = " ".join(_told(record, answer, scheme)).lower()
    return f" {' '.join(dict.fromkeys(_WORD.findall(said)))} "


def _told(record: Lateral, answer: Assessment, scheme: Scheme) -> Iterator[str]:
    site = record.site
    yield from (site.name, site.locality, site.client)
    for visit in record.visits:
        yield from (visit.date, visit.purpose, visit.job_number, visit.inspector, visit.operator_role)
    yield from (claim.who for claim in record.claims)
    for segment in answer.segments:
        material = MATERIALS.get(segment.material)
        yield from (segment.name, *((material.name, *material.words) if material else ()))
    for kind in {f.kind for f in answer.findings}:
        yield from (kind.replace("_", " "), *(scheme.kinds[kind].synonyms if kind in scheme.kinds else ()))
    yield from {f.words for f in answer.findings}
    yield from (f"{rated} {RATING_WORDS[rated]}" for rated in sorted({f.rated or 0 for f in answer.findings}) if rated)
    if answer.ponds:
        yield "pond ponds ponding standing water"
    yield from (SAGS for p in answer.ponds if p.cause == "sag")
    yield from (SAGS for f in answer.findings if f.kind == "standing")
    yield answer.lateral.words
    if answer.next_look is not None:
        yield from (answer.next_look.due, answer.next_look.due[:7])


def wanted(question: str) -> list[str]:
    """The words of a question that tell laterals apart, as they stand in what one is found by.

    The last, and a longer one, is the beginning of a word; a short one is a whole word: *not* is no *note*.

    >>> wanted("Fibre pipes with a belly, due 2027-11")
    [' fibre', ' belly', ' 2027-11']
    >>> wanted("not serviceable")
    [' not ', ' serviceable']
    """
    words = _WORD.findall(question.lower())
    telling = [w for w in words if w not in JOINING] or words
    stems = [w.removesuffix("s") if len(w) > 3 and w.isalpha() and not w.endswith("ss") else w for w in telling]
    return [f" {w}" if n == len(stems) - 1 or len(w) > 3 else f" {w} " for n, w in enumerate(stems)]
