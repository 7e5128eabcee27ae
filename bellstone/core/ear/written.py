"""Whether a line is written in the entry language itself: then it is read as it stands."""

import re
from collections.abc import Iterable

from bellstone.core.ear.heard import Heard, WordUsed
from bellstone.core.ear.just_there import LEADS
from bellstone.core.ear.lexicon import house_lexicon
from bellstone.core.ear.quantities import MOST_INCHES
from bellstone.core.entry import FILLERS, EntryReading, kind_words, read_line
from bellstone.core.record import BetweenPosition, LandmarkPosition, Sighting
from bellstone.core.scheme import Scheme


def as_written(text: str, scheme: Scheme) -> Heard | None:
    """A line that is written in the entry language itself, every word in full: as it is."""
    reading = read_line(text, scheme)
    if reading.questions or reading.unread or not reading.acts or not is_written_out(text, reading, scheme):
        return None
    words = tuple(WordUsed(m[0], "entry", m.start(), m.end()) for m in re.finditer(r"\S+", text))
    return Heard(text, "heard", (text.strip(),), words=words)


REASON_WORDS = 3  # of why the main was not reached, that are only that
FREE = frozenset({
    "note", "stopped", "met", "counter_reset", "skid", "head_changed", "forced", "cutter", "rolled",
    "surface", "property_line", "located", "repair", "main", "crossing", "owned",
})  # fmt: skip


# "right at the joint", "right there": just there, and no side; a side is asked in "roots at 33, right?"
JUST_THERE = re.compile(rf"\bright (?:{'|'.join(sorted(LEADS))})\b|,\s*right\s*\?", re.I)


def is_written_out(text: str, reading: EntryReading, scheme: Scheme) -> bool:
    """Whether nothing was completed or swallowed: what was read prints as what was written."""
    typed, read = (set(re.findall(r"[a-z']+", words.lower())) for words in (text, reading.completed))
    kinds = {act.sighting.kind for act in reading.acts if act.act == "see"}
    kinds |= {kind for act in reading.acts if act.act == "see" for kind in act.sighting.none_of}
    named = {name for name, kind in kind_words(scheme).items() if kind in kinds}  # "water on" is no word of *standing*
    same = typed - read - named <= FILLERS
    ends = [act.reason for act in reading.acts if act.act == "end"]
    if any(len(reason.split()) > REASON_WORDS or any(c.isdecimal() for c in reason) for reason in ends):
        return False  # a reason with a place in it is a finding of its own
    if any(act.act == "see" for act in reading.acts) and JUST_THERE.search(text):
        return False
    if not all(_names_it(text, act.sighting, scheme) for act in reading.acts if act.act == "see"):
        return False
    if any(
        act.act == "see" and (_is_beyond_a_pipe(act.sighting) or _is_spoken_of(act.sighting, text))
        for act in reading.acts
    ):
        return False
    unseen = [act.stretch for act in reading.acts if act.act == "cannot_assess"]
    if any(n.position.by == "order" and re.search(r"\bat \d", n.reason) for n in unseen):
        return False  # "not seen roots at 41"
    for act in reading.acts:
        if act.act == "see" and act.sighting.kind == "located" and any(c.isdecimal() for c in act.sighting.text):
            return False  # "41 located 4'2"": how deep, and no words
        if act.act == "see" and act.sighting.kind in FREE and act.sighting.position.by == "order" and act.sighting.text:
            shown = act.sighting.kind == "rolled" and act.sighting.clock is not None  # "rolled bottom at 9"
            if not shown or len(act.sighting.text.split()) > REASON_WORDS:
                return False
    of_kinds = {part for kind in kinds for part in kind.split("_")}
    return same and read - typed - of_kinds <= PRINTED  # "flow" is no *flow none*, "water on" began as *water off* does


PRINTED = frozenset({"deg"})  # written out where nobody typed it: a bend by its degrees


def _is_beyond_a_pipe(said: Sighting) -> bool:
    """``offset at 41 1/2 inch``: no step of 41.5 in without a place, but half an inch at 41 ft."""
    size = said.size
    inches = size is not None and size.unit == "in" and max(size.likely or 0.0, size.high or 0.0) > MOST_INCHES
    return inches and said.position.by == "order" and said.change is None


def _is_spoken_of(said: Sighting, text: str) -> bool:
    """``at roughly 41: grease``, ``between 41 and 48 feet roots``: a footage as one talks, and no landmark of that name."""
    if said.kind == "main" and said.position.by == "order" and re.search(r"\b(?:is|was)\b", text, re.I):
        return True  # "main is 8 inch": what it is, and not that one is there
    match said.position:
        case LandmarkPosition(landmark=name):
            return any(c.isdecimal() for c in name)
        case BetweenPosition():
            return bool(re.search(r"\b(?:feet|foot|ft)\b", text, re.I))
    return False


def _names_it(text: str, said: Sighting, scheme: Scheme) -> bool:
    """Whether a kind stands in the line by a whole word of its own: ``41 no roots`` is no note."""
    kind = scheme.kinds.get(said.kind)
    if kind is None or said.kind == "pipe" or said.none_of:
        return True
    things = house_lexicon().things
    forms = [w for w in _forms_in(text, said, scheme) if things.get(w.replace("_", " ")) == said.kind]
    return bool(forms) or _stands_in(text, (said.kind, *kind.synonyms))


def named_by_a_form(text: str, reading: EntryReading, scheme: Scheme) -> str:
    """The word that a thing stands there by, where it is a form of several things, or a word of talk: ``42 fine``, ``42 tap``.

    Beside a size or a joint it is the form that is written short, ``48 up 1/2in``.
    """
    for act in () if reading.unread or reading.questions else reading.acts:
        if act.act != "see" or _names_it(text, act.sighting, scheme):
            continue
        if act.sighting.size is None and act.sighting.at is None and (forms := _forms_in(text, act.sighting, scheme)):
            return forms[0].replace("_", " ")
    return ""


def _forms_in(text: str, said: Sighting, scheme: Scheme) -> list[str]:
    kind = scheme.kinds.get(said.kind)
    forms = (w for form, synonyms in kind.forms.items() for w in (form, *synonyms)) if kind else ()
    return [form for form in forms if _stands_in(text, (form,))]


def _stands_in(text: str, names: Iterable[str]) -> bool:
    spoken = " ".join(re.findall(r"[a-z_]+", text.lower())).replace("_", " ")
    return any(re.search(rf"\b{name.replace('_', ' ')}\b", spoken) for name in names)
