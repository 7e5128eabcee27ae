"""A pipe as it is said: material, bore, how old, the length it is laid in, what a liner is in, and what else it may be."""

import re

from bellstone.core.ground import NUMBER, number, tidy
from bellstone.core.pipe import MATERIALS, material_from_word
from bellstone.core.record import Pipe

BORE = re.compile(rf"\b(?P<bore>{NUMBER})\s*(?:in\b|inch\b|\")", re.I)
_LAID = re.compile(
    rf"(?:\bin\s+)?\b(?P<laid>{NUMBER})\s*(?:ft|foot|feet|')[\s-]*(?:lengths?|sticks?|joints?|laid)\b", re.I
)
_AGE = re.compile(r"\b(?P<age>brand new|newer|new|older|old|original|replaced)\b", re.I)
_HOST = re.compile(r"^(?P<liner>liner\b.*?)\s+in\s+(?P<host>[a-z][a-z ]*)$", re.I)
LONGEST_FT, WIDEST_IN = 100, 120  # as the record takes them


def read_pipe(text: str) -> Pipe | None:
    """A material and bore as said: ``clay 4in``, ``iron``, ``4in``, ``clay 4in old``, ``liner in clay``, ``abs|pe``.

    Returns
    -------
    Pipe or None
        None where a word of it is none of a pipe. Of several materials none is chosen: *unknown*, with what it may be.

    Examples
    --------
    >>> read_pipe("clay 4in") == Pipe(material="clay", bore_in=4.0), read_pipe("clay pot")
    (True, None)
    >>> pipe = read_pipe("abs|pe 4in")
    >>> pipe.material, pipe.may_be
    ('unknown', ('abs', 'polyethylene'))
    """
    host = _HOST.match(text.strip())
    inside = material_from_word(host["host"]) if host else None
    rest = host["liner"] if host and inside else text
    laid, bore, age = _LAID.search(rest), BORE.search(_LAID.sub(" ", rest)), _AGE.search(rest)
    words = " ".join(_AGE.sub(" ", BORE.sub(" ", _LAID.sub(" ", rest))).replace(",", " ").split())
    named = [material_from_word(w.strip()) for w in re.split(r"\||\bor\b", words)] if words else []
    if None in named or not (named or bore):
        return None
    bore_in, laid_ft = number(bore["bore"]) if bore else None, number(laid["laid"]) if laid else None
    if not 0 < (bore_in or 1) <= WIDEST_IN or not 0 < (laid_ft or 1) <= LONGEST_FT:
        return None
    several = tuple(dict.fromkeys(m for m in named if m)) if len(named) > 1 else ()
    return Pipe(
        material=named[0] or "unknown" if len(named) == 1 else "unknown",
        may_be=several,
        bore_in=bore_in,
        lay_length_ft=laid_ft,
        age=age["age"].lower() if age else "",
        host=inside or "",
    )


def pipe_said(body: str) -> Pipe | None:
    """A pipe said as such: ``pipe iron 4in``, ``iron 4in``, ``cast iron``; None where it names no material or bore."""
    match = re.fullmatch(r"(?:pipe\s+(?:is\s+)?)?(?P<pipe>[A-Za-z][\w .|,'-]*)", body.strip(), re.I)
    said = re.fullmatch(r"pipe\s+(?:is\s+)?(?P<pipe>.+)", body.strip(), re.I)
    pipe = read_pipe((said or match)["pipe"]) if said or match else None  # type: ignore[index]
    return pipe if pipe is not None and (said or pipe.may_be or pipe.material != "unknown") else None


def pipe_words(pipe: Pipe | None) -> str:
    """A pipe as the entry language writes it.

    >>> pipe_words(read_pipe("old clay 4in in 3ft lengths")), pipe_words(read_pipe("ABS or pe")), pipe_words(read_pipe("liner in clay"))
    ('clay 4in old 3ft lengths', 'abs|polyethylene', 'liner in clay')
    """
    if pipe is None:
        return ""
    named = "|".join(_short(m) for m in pipe.may_be) or (_short(pipe.material) if pipe.material != "unknown" else "")
    bore = f"{tidy(pipe.bore_in)}in" if pipe.bore_in else ""
    laid = f"{tidy(pipe.lay_length_ft)}ft lengths" if pipe.lay_length_ft else ""
    host = f"in {_short(pipe.host)}" if pipe.host else ""
    return " ".join(filter(None, [named, bore, pipe.age, laid, host]))


def _short(material: str) -> str:
    return MATERIALS[material].words[0] if material in MATERIALS else material
