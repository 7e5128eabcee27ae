"""A finding in words, for a row or a page."""

from collections.abc import Iterable

from bellstone.core.entry import amount_words, change_words, pipe_words
from bellstone.core.record import Sighting, either_quality, forms_said, kinds_said
from bellstone.core.scheme import size_words


def either(words: Iterable[str]) -> str:
    """Words of which one holds, for reading.

    >>> either(["left", "right"]), either(["soil_in"])
    ('left or right', 'soil in')
    """
    return " or ".join(w.replace("_", " ") for w in words)


def finding_words(turned: Sighting, said: Sighting | None = None) -> str:
    """A finding in words for a row or a page: kind, form, size, states.

    >>> from bellstone.core.entry import pipe_words, read_line
    >>> from bellstone.core.scheme import house_scheme
    >>> finding_words(read_line("41.5 roots ball was full now cut flush 10%", house_scheme()).acts[0].sighting)
    'roots, ball, 10 %, cut flush (was full)'
    """
    s = turned
    if s.none_of:
        return "none: " + ", ".join(k.replace("_", " ") for k in s.none_of)
    name = either(kinds_said(s))
    bits = [name]
    if s.change is not None and s.kind == "pipe":
        bits = [f"pipe: {pipe_words(s.change.after)}"]
    elif s.change is not None and s.kind == "transition":
        bits = [f"change {change_words(s.change)}"]
    if s.form:
        bits.append(either(forms_said(s)))
    if s.change is not None and s.kind == "fitting":
        bits.append(change_words(s.change))
    bits += [q.replace("_", " ") for q in s.qualities]
    if one_of := either_quality(s):
        bits.append(either(one_of))
    if s.size:
        bits.append(size_words(s.size))
    if s.state and s.state != "in_place":
        bits.append(s.state.replace("_", " "))
    if s.kind in ("standing", "submerged"):
        bits.append({"rest": "at rest", None: "water's state not said"}.get(s.water, f"while {s.water} runs"))
    if s.each_joint:
        bits.append("at each joint")
    if s.spacing_ft:
        bits.append(f"every {s.spacing_ft:g} ft")
    if s.head:
        bits.append(f"head {s.head.replace('_', ' ')}")
    if s.effect_on_flow and s.effect_on_flow != "none":
        bits.append(f"{s.effect_on_flow} the flow")
    if s.text:
        bits.append(s.text if said is None or s.kind in ("note", "stopped") else f"“{s.text}”")
    words = ", ".join(bits)
    if s.as_found:
        found = " ".join(filter(None, [s.as_found.form or "", amount_words(s.as_found.size)]))
        words += f" (was {found})"
    return words + (f" (expected {amount_words(s.expected)} at rest)" if s.expected else "")
