"""Prints a sighting as the line that reads back to it: full words, plain characters."""

from bellstone.core.entry.pipe_said import pipe_words
from bellstone.core.entry.vocabulary import FREE_TEXT_KINDS
from bellstone.core.ground import tidy
from bellstone.core.pipe import MATERIALS
from bellstone.core.record import (
    Amount,
    BetweenPosition,
    Change,
    Clock,
    CounterPosition,
    LandmarkPosition,
    Position,
    RelativePosition,
    Sighting,
    StationPosition,
    ThroughoutPosition,
    either_quality,
    forms_said,
    kinds_said,
)

_UNIT = {"pct": "%", "in": "in", "ft": "ft", "deg": "deg", "gal": "gal", "min": "min", "count": "", "usd": "", "": ""}
_PLACES = 4


def sighting_line(sighting: Sighting) -> str:
    """The entry line of a sighting.

    >>> from bellstone.core.entry import read_line
    >>> from bellstone.core.scheme import house_scheme
    >>> sighting_line(read_line("41.5 roo cur 70% 12-3 j", house_scheme()).acts[0].sighting)
    '41.5 roots curtain 70% 12-3 joint'
    """
    words = [position_words(sighting.position)]
    if sighting.none_of:
        return " ".join([*words, "none:", ", ".join(sighting.none_of)]).strip()
    kinds = "|".join(kinds_said(sighting))
    words.append(kinds + ("?" if sighting.sureness == "unsure" else ""))
    if sighting.change is not None and sighting.kind == "pipe":
        return " ".join(filter(None, [*words, pipe_words(sighting.change.after)]))
    if sighting.change is not None and sighting.kind != "fitting":
        return " ".join(filter(None, [*words, change_words(sighting.change)]))
    if sighting.kind in FREE_TEXT_KINDS:
        return " ".join(filter(None, [*words, sighting.text]))
    words += _attribute_words(sighting)
    line = " ".join(filter(None, words))
    return f"{line} ; expected {amount_words(sighting.expected)}" if sighting.expected else line


def change_words(change: Change) -> str:
    """A change of pipe as the entry language writes it.

    >>> from bellstone.core.record import Pipe
    >>> change_words(Change(before=Pipe(material="unknown", bore_in=6), after=Pipe(material="clay", bore_in=4)))
    '6in > clay 4in'
    """
    before = f"{pipe_words(change.before)} > " if change.before else ""
    return f"{before}{pipe_words(change.after)}"


def _attribute_words(s: Sighting) -> list[str]:
    words = [
        "|".join(forms_said(s)),
        s.state or "",
        *s.qualities,
        "|".join(either_quality(s)),
    ]  # the state first: "soil in place" would read as soil in
    if s.as_found is not None:
        words += ["was", s.as_found.form or "", amount_words(s.as_found.size), "now"]
    words += [
        amount_words(s.size),
        clock_words(s.clock),
        "each joint" if s.each_joint else s.at or "",
        f"every {tidy(s.spacing_ft, _PLACES)}ft" if s.spacing_ft else "",
        s.water if s.water and s.water != "unknown" else "",
        f"{tidy(s.minutes_off.likely or 0, _PLACES)} min off" if s.minutes_off else "",
        change_words(s.change) if s.change else "",
        s.head or "",
        f"flow_{s.effect_on_flow}" if s.effect_on_flow == "none" else s.effect_on_flow or "",
        *(f"catches_{c}" for c in s.catches),
        "likely" if s.sureness == "likely" else "",
        f'"{s.text}"' if s.text else "",
        *s.unread,
    ]
    return [w.replace("_", " ") if not w.startswith('"') else w for w in words if w]


def amount_words(amount: Amount | None) -> str:
    """An amount as the entry language writes it.

    >>> amount_words(Amount(form="at_most", likely=1, unit="in"))
    'under 1in'
    """
    if amount is None:
        return ""
    if amount.form == "word":
        return "|".join(a.word or "" for a in (amount, *amount.alternatives))
    unit = _UNIT[amount.unit]
    if amount.form == "range" and amount.low is not None and amount.high is not None:
        return f"{tidy(amount.low, _PLACES)}-{tidy(amount.high, _PLACES)}{unit}"
    lead = {"at_least": "at least ", "at_most": "under ", "about": "about "}.get(amount.form, "")
    others = "".join(f" or {tidy(a.likely or 0, _PLACES)}" for a in amount.alternatives)
    return f"{lead}{tidy(amount.likely or 0, _PLACES)}{others}{unit}"


def feet_words(amount: Amount) -> str:
    """A length in feet as a sentence has it, with what softened it: ``about 6 ft``, ``4-6 ft``, ``not known``.

    >>> feet_words(Amount(form="about", likely=6, unit="ft")), feet_words(Amount(form="word", word="not known", unit="ft"))
    ('about 6 ft', 'not known')
    """
    words = amount_words(amount)
    return words if amount.form == "word" else f"{words.removesuffix('ft')} ft"


def clock_words(clock: Clock | None) -> str:
    """A clock position as seen: ``12-3``, ``6 o'clock``, ``all`` or a word.

    >>> clock_words(Clock(start=12, end=3)), clock_words(Clock(start=6, end=6))
    ('12-3', "6 o'clock")
    """
    if clock is None:
        return ""
    if clock.all_round:
        return "all"
    if clock.word:
        return clock.word
    start, end = (
        tidy(clock.start or 0, _PLACES),
        tidy(clock.end if clock.end is not None else clock.start or 0, _PLACES),
    )
    return f"{start} o'clock" if start == end else f"{start}-{end}"


def position_words(position: Position) -> str:
    """A position as the entry language writes it; empty for order only.

    >>> position_words(CounterPosition(counter=Amount(likely=112, unit="ft"), to=Amount(likely=118, unit="ft")))
    '112-118'
    >>> position_words(CounterPosition(counter=Amount(likely=45, unit="ft"), onward=True))
    '45 on'
    """
    match position:
        case CounterPosition(counter=counter, to=to, onward=onward):
            return _feet(counter, to) + (" on" if onward and to is None else "")
        case StationPosition(station=station, to=to):
            return _feet(station, to)
        case RelativePosition(distance=None):
            return "next"
        case RelativePosition(distance=Amount() as distance):
            if distance.form == "range" and distance.low is not None and distance.high is not None:
                return f"+{tidy(distance.low, _PLACES)}-{tidy(distance.high, _PLACES)}"
            return "." if not distance.likely else f"+{tidy(distance.likely, _PLACES)}"
        case BetweenPosition(low=low, high=high):
            return f"between {tidy(low.likely or 0, _PLACES)} and {tidy(high.likely or 0, _PLACES)}:"
        case ThroughoutPosition(material=material, bore_in=bore):
            named = MATERIALS[material].words[0] if material in MATERIALS else ""
            return " ".join(filter(None, ["all", named, f"{tidy(bore)}in" if bore else ""])) + ":"
        case LandmarkPosition():
            distance_words = f"{tidy(position.distance.likely or 0, _PLACES)}ft " if position.distance else ""
            ground = ", on the ground" if position.measured == "ground" else ""
            return f"{distance_words}{position.side.replace('_', ' ')} {position.landmark}{ground}:"
    return ""


def _feet(first: Amount, last: Amount | None) -> str:
    lead = "~" if first.form == "about" else ""
    a = first.likely or 0.0
    if last is not None:
        b = last.likely or 0.0
        return f"{lead}{tidy(a, _PLACES)}{'..' if a < 0 or b < 12 else '-'}{tidy(b, _PLACES)}"
    return lead + tidy(a, _PLACES) + "".join(f" or {tidy(x.likely or 0, _PLACES)}" for x in first.alternatives)
