"""Lines that are no finding: runs, passes, known points, depths, counts, claims and their like."""

import re
from typing import Any

from bellstone.core.entry.facts import read_fact
from bellstone.core.entry.levels import read_levels
from bellstone.core.entry.on_the_lot import read_drawn, read_mark
from bellstone.core.entry.pipe_said import BORE, read_pipe
from bellstone.core.entry.positions import LENGTH, feet_amount, read_position
from bellstone.core.entry.reading import (
    NEW,
    CannotAssess,
    Choice,
    EndRun,
    EstimateLength,
    Know,
    Question,
    ReadDepth,
    ResetCounter,
    StartPass,
    StartRun,
    StartVisit,
)
from bellstone.core.entry.statements import (
    Special,
    read_count,
    read_flush,
    read_landmark,
    read_repair,
    read_saying,
    read_tool,
)
from bellstone.core.ground import NUMBER, DomainError, depth_readings_ft, number
from bellstone.core.record import (
    Amount,
    DepthReading,
    KnownPoint,
    LengthEstimate,
    NotAssessable,
    Run,
)


def read_special(text: str) -> Special | None:
    """The acts of a line that is no finding, or None."""
    for reader in (
        _visit,
        _run,
        read_tool,
        read_landmark,
        read_drawn,
        read_mark,
        read_repair,
        _pass,
        _end,
        _reset,
        _known_point,
        _depth,
        read_levels,
        read_count,
        read_flush,
        read_fact,
        _cannot_assess,
        _length,
        read_saying,
    ):
        read = reader(text)
        if read is not None:
            return read
    return None


def _visit(text: str) -> Special | None:
    match = re.fullmatch(
        r"(?:new\s+)?visit\b\s*(?P<date>\d{4}-\d{2}-\d{2}|today)?\s*,?\s*(?P<why>.*)", text.strip(), re.I
    )
    if match is None or not (match["date"] or match["why"]):
        return None
    return [StartVisit(date=match["date"] or "", purpose=match["why"][:80])], []


# "run the bath", "run a hose": said of the water, and no name of a run
NO_NAMES = frozenset(
    {"the", "an", "it", "some", "water", "that", "this", "your", "all", "out", "my", "any", "of", "to", "in", "for"}
)
_RUNS_WATER = re.compile(r"a (?:hose|bath|sink|tub|shower|faucet|tap|load|little|bit|toilet|snake|jetter)\b")


def _run(text: str) -> Special | None:
    match = re.match(r"run\s+(?P<name>[\w-]+)\b\s*(?P<rest>.*)$", text, re.I)
    if match is None or match["name"].lower() in NO_NAMES or _RUNS_WATER.match(text[4:].strip()):
        return None
    first, *others = [piece.strip() for piece in match["rest"].split(",")]
    tree: dict[str, Any] = {"id": NEW, "name": match["name"]}
    first = _read_run_piece(first, tree, first=True)
    for piece in others:
        _read_run_piece(piece, tree, first=False)
    if first:
        tree["access"] = first
        tree.setdefault("zero_at", first)
    if tree.get("zero_at") == "not said":
        tree["zero_at"] = None
    line = tree.pop("line_name", "")
    return [StartRun(run=Run.model_validate(tree), line_name=line[:80])], []


def _read_run_piece(piece: str, tree: dict[str, Any], first: bool) -> str:
    """One comma piece of a run line into ``tree``; what is left of it comes back."""
    patterns = (
        (r"(?:facing|faces)\s+(main|house|unknown)", "head_faces"),
        (r"counts?\s+(?:up\s+)?(?:to|towards)\s+(main|house|unknown)", "counts_up_towards"),
        (r"(?:on|in)\s+(?:the\s+)?(\w[\w ]*)\s+(?:branch|line)", "line_name"),
        (r"water\s+(off|rest|trickle|sink|hose|flush|running|unknown)", "water"),
    )
    for pattern, slot in patterns:
        if match := re.fullmatch(pattern, piece, re.I):
            said = match[1].lower() if slot != "line_name" else match[1]
            tree[slot] = "rest" if said == "off" else said
            return ""
    if match := re.fullmatch(r"zero(?:ed)?\s+(?:at\s+)?(?:the\s+)?(.+)", piece, re.I):
        tree["zero_at"] = match[1].strip()
    elif match := re.fullmatch(r"bottom\s+(?:shows\s+)?(?:at\s+)?(\d{1,2}(?:\.\d+)?)(?:\s*o'?clock)?", piece, re.I):
        tree["bottom_at"] = min(float(match[1]), 12.0)
    elif re.fullmatch(r"bottom\s+(?:not known|unknown)", piece, re.I):
        tree["bottom_at"] = None
    elif re.fullmatch(r"self[- ]levelling", piece, re.I):
        tree["self_levelling"] = True
    elif (pipe := read_pipe(piece)) is not None:
        tree["starts_in"] = pipe
    elif first:
        words = piece.split()
        if (bore := BORE.search(piece)) and read_pipe(piece[bore.start() :]) is None:  # "4in yard cleanout"
            words = [*BORE.sub(" ", piece).split(), bore[0]]
        ends = ((n, read_pipe(" ".join(words[n:]))) for n in range(len(words)))
        n, pipe = next(((n, pipe) for n, pipe in ends if pipe is not None), (len(words), None))
        if pipe is not None:
            tree["starts_in"] = pipe
        return " ".join(words[:n])
    elif piece:
        tree["note"] = f"{tree.get('note', '')} {piece}".strip()
    return ""


def _pass(text: str) -> Special | None:
    match = re.fullmatch(r"pass\s+(out|back)(?:\s*,?\s*(graded|filmed))?", text.strip(), re.I)
    if match:
        return [StartPass(travel="out" if match[1].lower() == "out" else "back", graded=match[2] != "filmed")], []
    match = re.fullmatch(r"heading\s+(back|out)(?:\s+to\s+the\s+(?:house|access|main))?", text.strip(), re.I)
    return ([StartPass(travel="back" if match[1].lower() == "back" else "out")], []) if match else None


def _end(text: str) -> Special | None:
    """``main not reached, stopped at roots``: a thing not done, and never the main seen."""
    match = re.fullmatch(
        r"(?:did\s+not|didn'?t|never|could\s+not|couldn'?t)\s+(?:reach|get\s+to|make)\s+(?:it\s+to\s+)?(?:the\s+)?main\b(?P<a>.*)"
        r"|(?:the\s+)?main\s+(?:was\s+)?(?:not|never)\s+(?:reached|seen|made)\b(?P<b>.*)",
        text.strip(), re.I,
    )  # fmt: skip
    if match is None:
        return None
    reason = (match["a"] or match["b"] or "").strip(" ,:;.-()")
    return [EndRun(ended="stopped", reason=reason[:200])], []


def _reset(text: str) -> Special | None:
    match = re.fullmatch(
        rf"counter\s+(?:was\s+)?(?:reset|zeroed|set)(?:\s+to\s+(?P<n>{NUMBER})(?:\s*(?:ft|feet|'))?)?"
        r"(?:\s*,?\s*(?:at|by)\s+(?:the\s+)?(?P<at>.+))?",
        text.strip(), re.I,
    )  # fmt: skip
    if match is None or not (match["n"] or match["at"]):
        return None
    return [ResetCounter(counter_ft=number(match["n"]) if match["n"] else 0.0, at=(match["at"] or "")[:80])], []


def _known_point(text: str) -> Special | None:
    match = re.fullmatch(
        rf"(?P<counter>{LENGTH})\s*=\s*(?P<place>.+?)(?P<how>\s+(?:located|taped|tape|told))?\s*", text, re.I
    )
    if match is None:
        return None
    counter = feet_amount(match["counter"]).likely
    place = match["place"].strip()
    basis = {"located": "locator", "taped": "tape", "tape": "tape", "told": "told"}.get(
        (match["how"] or "").strip().lower()
    )
    tree: dict[str, Any] = {"counter_ft": counter, "said": text.strip()}
    if re.fullmatch(LENGTH, place):
        tree |= {"station_ft": feet_amount(place).likely, "basis": basis or "tape"}
    else:
        tree |= {"landmark": place, "basis": basis or "landmark"}
    return [Know(point=KnownPoint.model_validate(tree))], []


def _depth(text: str) -> Special | None:
    placed = read_position(text)
    match = re.match(
        r"depth\s+(?P<depth>[\d.][^,;±]*?)(?P<to>\s+(?:to\s+)?(?:crown|invert|beacon))?"
        rf"(?:\s*(?:±|\+-)\s*(?P<pm>{NUMBER})\s*(?:ft|')?)?(?:,?\s+ground\s+(?P<ground>-?{NUMBER})(?:\s*(?:ft|'))?)?"
        r"(?P<odd>\s+suspect|\?)?(?:\s+\"(?P<marked>[^\"]*)\")?\s*$",
        text[placed.rest :],
        re.I,
    )
    if match is None:
        return None
    try:
        readings = depth_readings_ft(match["depth"])
    except DomainError:
        return None
    start = placed.rest + match.start("depth")
    end = placed.rest + match.end("depth")
    if len(readings) > 1:
        choices = tuple(Choice(label=form, line=text[:start] + form + text[end:]) for _, form in readings)
        return [], [
            Question(text=f"{match['depth']} deep can be meant two ways", start=start, end=end, choices=choices)
        ]
    amount = Amount(likely=readings[0][0], unit="ft", basis="instrument", said=match["depth"])
    to = (match["to"] or "beacon").replace("to", "").strip().lower()
    tree = {
        "id": NEW,
        "position": placed.position,
        "depth_ft": amount,
        "to": to,
        "suspect": bool(match["odd"]),
        "marked": (match["marked"] or "").strip()[:200],
        "sigma_ft": number(match["pm"]) if match["pm"] else None,
        "ground_ft": float(match["ground"]) if match["ground"] else None,
        "said": text,
    }
    return [ReadDepth(reading=DepthReading.model_validate(tree))], []


def _cannot_assess(text: str) -> Special | None:
    placed = read_position(text)
    match = re.match(r"(?:not seen|not assessable|cannot see)\b[\s,:]*(?P<why>.*)$", text[placed.rest :], re.I)
    if match is None:
        return None
    stretch = NotAssessable(id=NEW, position=placed.position, reason=(match["why"] or "not said")[:80], said=text)
    return [CannotAssess(stretch=stretch)], []


def length_estimate(text: str) -> EstimateLength | None:
    """An estimate of how far on the main lies, said anywhere in a line.

    >>> length_estimate("main about 12 on (manhole)").estimate.basis
    'manhole'
    >>> length_estimate("main about 85 in all (map)").estimate.from_landmark is None  # from the zero, not from here
    True
    """
    match = re.search(
        rf"\bmain\s+(?P<about>about\s+|~)?(?P<a>{LENGTH})(?:\s*(?:-|or|to)\s*(?P<b>{LENGTH}))?\s*(?:ft\s+)?"
        r"(?P<how>on|further|away|in all)\b(?:\s*\((?P<basis>[^)]*)\))?",
        text,
        re.I,
    )
    if match is None:
        return None
    amount = feet_amount(match["a"], "about")
    if match["b"]:
        ends = sorted((amount.likely or 0.0, feet_amount(match["b"]).likely or 0.0))
        amount = Amount(form="range", low=ends[0], high=ends[1], unit="ft", said=match[0])
    estimate = LengthEstimate(
        distance=amount,
        from_landmark=None if match["how"].lower() == "in all" else "here",
        basis=match["basis"] or "guess",
        said=match[0].strip(),
    )
    return EstimateLength(estimate=estimate)


def _length(text: str) -> Special | None:
    act = (
        length_estimate(text)
        if re.match(r"main\s+(?:about|~|\d).*\b(?:on|further|away|in all)\b", text, re.I)
        else None
    )
    return ([act], []) if act else None
