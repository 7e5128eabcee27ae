"""Half a page for the owner, without the trade's words: what is wrong, what follows, whose it is, what nobody has seen."""

from collections.abc import Iterator, Sequence

from bellstone.core.answer.assessment import Assessment
from bellstone.core.entry import position_words
from bellstone.core.findings import Finding
from bellstone.core.ground import many
from bellstone.core.record import HouseRules, Rec, Stretch

LEAST_TOLD = 3  # what is rated under it is no owner's worry

# What it is in an owner's words, and what follows if it is left: common practice, from memory.
PLAIN = {
    "crack": ("the pipe is cracked", "water leaks out and tree roots find the way in"),
    "break": ("the pipe is broken", "pieces can drop in and block it"),
    "hole": ("there is a hole in the pipe", "soil washes in and the ground above can sink"),
    "collapse": ("the pipe has fallen in", "nothing gets past, and sewage comes back into the building"),
    "deformed": ("the pipe is squeezed out of its round shape", "it can narrow further and block"),
    "blister": ("the wall of the pipe swells inward", "the pipe narrows until it blocks"),
    "wear": ("the pipe is worn or rusted", "the wall goes on thinning until it opens"),
    "invert_gone": ("the bottom of the pipe is gone", "sewage runs into the ground and washes it away"),
    "soil_seen": ("bare soil shows where the pipe should be", "soil washes in and the ground above can sink"),
    "patch_bad": ("an earlier repair has not held", "paper catches on it and it can block"),
    "offset": ("two lengths of pipe no longer line up", "paper catches there, and roots and soil get in"),
    "open": ("two lengths of pipe have come apart", "sewage leaks out, and roots and soil get in"),
    "cracked_bell": ("the end of a length of pipe is cracked", "it leaks, and roots find the way in"),
    "seal_in": ("a rubber seal hangs into the pipe", "paper catches on it"),
    "leaking_in": ("water from the ground runs into the pipe", "it brings soil with it, and the ground above can sink"),
    "leaking_out": ("sewage leaks out of the pipe", "the ground around it softens and gives way"),
    "angled": ("the pipe turns sharply where two lengths meet", "paper can catch there"),
    "roots": ("tree roots have grown into the pipe", "they grow back thicker each year and block it"),
    "grease": ("fat has built up in the pipe", "the way through narrows until it blocks"),
    "scale": ("rust has built up inside the pipe", "the way through narrows until it blocks"),
    "settled": ("grit or dirt lies in the pipe", "more gathers on it until it blocks"),
    "object": ("something is stuck in the pipe", "more catches on it until it blocks"),
    "crossing": ("something else has been put through the pipe", "nobody may clean or dig there before it is known what it is"),
    "standing": ("water stands in a low stretch of the pipe", "paper and fat settle there and it blocks sooner"),
    "submerged": ("the camera went under water", "nobody can say how the pipe looks there"),
}  # fmt: skip
BY_FAMILY = {
    "wall": ("the pipe is damaged", "it can get worse until it blocks or leaks"),
    "joint": ("two lengths of pipe do not fit together well", "it can leak, and roots can get in"),
    "build_up": ("something has built up in the pipe", "the way through narrows until it blocks"),
    "water": ("water stands in the pipe", "paper and fat settle there and it blocks sooner"),
}
GRAVE = {3: "worth watching", 4: "needs repair", 5: "needs repair now"}
KEEP_OUT = (
    "Nothing but toilet paper: no wipes, whatever the packet says, no towels, no pads.",
    "No fat or oil down the sink: let it set, and bin it.",
)
ENDS = {
    "main": "By the rules used here your part runs all the way to the public sewer in the street.",
    "property_line": "By the rules used here your part ends at the edge of your property; beyond it is the sewer authority's.",
    "not_stated": "Where your part ends was not stated: ask the sewer authority before work is paid for.",
}


class OwnersPart(Rec):
    title: str
    words: tuple[str, ...]


class OwnersPage(Rec):
    heading: str
    parts: tuple[OwnersPart, ...]


def owners_page(
    a: Assessment, others: Sequence[Assessment], rules: HouseRules, stretches: Sequence[Stretch]
) -> OwnersPage:
    """The owner's page of a lateral; every part is there, and says so where nothing is known.

    Parameters
    ----------
    a, others : Assessment
        The line shown, and the lateral's other lines.
    rules, stretches : HouseRules, sequence of Stretch
        Where the owner's part ends, and whose each stretch was said to be.
    """
    told = _told([a, *others])
    wrong = [_wrong(a, found) for found in told]
    follows = list(dict.fromkeys(_plain(found[0])[1] for found in told))
    parts = (
        ("What is wrong, and where", wrong or ["Nothing was seen that needs mending."]),
        ("If nothing is done", [f"{w[0].upper()}{w[1:]}." for w in follows] or ["Nothing that was seen is likely to get worse soon."]),
        ("What to keep out of the drain", list(KEEP_OUT)),
        ("Who owns which part", [*(_owner(s) for s in stretches if s.owner), ENDS[rules.owner_ends_at]]),
        ("When to look again", [_again(a)]),
        ("What nobody has seen", _unseen(a)),
    )  # fmt: skip
    return OwnersPage(heading=_heading(a), parts=tuple(OwnersPart(title=t, words=tuple(w)) for t, w in parts))


def _heading(a: Assessment) -> str:
    return {
        "serviceable": "The drain is in working order.",
        "serviceable_note": "The drain works, with something to know.",
        "further_look": "The drain needs another look before anyone can say.",
        "not_serviceable": "The drain needs repair.",
    }[a.lateral.verdict]


def _told(every: Sequence[Assessment]) -> list[list[Finding]]:
    """What an owner should hear of, by kind, the gravest kind first."""
    kinds: dict[str, list[Finding]] = {}
    seen: set[str] = set()
    for a in every:
        for f in a.findings:
            if (f.rated or 0) >= LEAST_TOLD and f.id not in seen:
                seen.add(f.id)
                kinds.setdefault(f.kind, []).append(f)
    return sorted(kinds.values(), key=lambda found: -max(f.rated or 0 for f in found))


def _plain(f: Finding) -> tuple[str, str]:
    return PLAIN.get(f.kind) or BY_FAMILY.get(f.family, ("something is wrong with the pipe", "it can get worse"))


def _wrong(a: Assessment, found: Sequence[Finding]) -> str:
    grave = max(f.rated or 0 for f in found)
    words = _plain(found[0])[0]
    return f"{words[0].upper()}{words[1:]}, {_places(a, found)}: {GRAVE[grave]}."


def _places(a: Assessment, found: Sequence[Finding]) -> str:
    own = {f.id for f in a.findings}
    feet = [f for f in found if f.how == "station" and f.station_ft is not None and f.id in own]
    rest = len(found) - len(feet)
    if not feet:
        return f"at {many(len(found), 'one place', 'places')} not measured from there"
    at = list(dict.fromkeys(f"{abs(f.station_ft or 0):.0f}" for f in feet))
    listed = at[0] if len(at) == 1 else f"{', '.join(at[:-1])} and {at[-1]}"
    more = f", and {many(rest, 'once more', 'times more')} not measured from there" if rest else ""
    return f"about {listed} ft along the pipe from {_the(a.datum)}{more}"


def _the(datum: str) -> str:
    return f"the {datum}" if datum else "where the measuring began"


def _owner(s: Stretch) -> str:
    return f"{position_words(s.position).strip(' :').capitalize()}: {s.owner}."


def _again(a: Assessment) -> str:
    look = a.next_look
    if look is None:
        return "Nothing that was seen sets a date; have it looked at when it first runs slowly."
    if look.months is None:
        return f"{look.why[0].upper()}{look.why[1:]}."
    when = f"By {look.due}" if look.due else f"{many(look.months, 'One month', 'months')} after this look"
    return f"{when}."


def _unseen(a: Assessment) -> list[str]:
    return list(_gaps(a)) or ["All of the pipe on this line was seen, as far as a camera shows it from inside."]


def _gaps(a: Assessment) -> Iterator[str]:
    for u in a.unseen:
        length = f"About {u.feet:.0f} ft" if u.feet is not None else "A stretch of unknown length"
        yield f"{length} of the pipe: nobody can say how it is."
    if not a.unseen and not a.reached_main:
        yield "The camera did not reach the public sewer: what lies beyond was not seen."
