"""How well lines by other hands are heard: ``python -m tests.core.ear.scoring`` tells it by style, the unread third first.

Each line of ``lines-N.jsonl`` is invented and labelled by a writer who had not seen the entry language. A line counts
right where every thing the label names is heard and nothing else, with its place, form, size, hour, state and water;
wrong where anything else was *heard*; asked right where a candidate is what the label names.
"""

import json
from collections import Counter
from collections.abc import Sequence
from hashlib import sha1
from pathlib import Path
from typing import Any

from bellstone.core.ear import hear_line
from bellstone.core.entry import read_line
from bellstone.core.pipe import material_from_word
from bellstone.core.record import Position
from bellstone.core.scheme import house_scheme

HERE = Path(__file__).parent
HOUSE = house_scheme()
STYLES = {"a": "shorthand", "b": "sentences", "c": "dictated", "d": "formal", "e": "slang"}
# said beside the pipe: compared by kind alone
BESIDE = frozenset({"recommend", "claim", "symptom", "zero", "note", "flush", "water"})
# remarks on the counter, the way of the camera, costs: a note, or only the line's own words
REMARKS = frozenset({"note", "count"})
DANGEROUS = frozenset({"crossing", "main", "collapse", "invert_gone"})
Row = dict[str, Any]


def rows(held: bool | None = None) -> list[Row]:
    """The lines; those of the unread third, by scene, where ``held``; the others where not."""
    out = []
    for path in sorted(HERE.glob("lines-*.jsonl")):
        for text in path.read_text(encoding="utf-8").splitlines():
            row = json.loads(text) | {"file": path.stem[-1]}
            if held is None or held == _is_held(row):
                out.append(row)
    return out


def _is_held(row: Row) -> bool:
    return int(sha1(f"{row['file']}/{row['scene']}".encode()).hexdigest(), 16) % 3 == 0


def heard_things(lines: Sequence[str]) -> list[Row]:
    """What lines of the entry language say, each thing with the slots that labels have."""
    out: list[Row] = []
    for line in lines:
        for act in read_line(line, HOUSE).acts:
            match act.act:
                case "see":
                    s = act.sighting
                    if s.none_of:
                        out += [{"kind": k, "negative": True, "at": _place(s.position)} for k in s.none_of]
                        continue
                    out.append({"kind": s.kind, "negative": False, "at": _place(s.position), "sighting": s})
                case "depth":
                    out.append({"kind": "located", "negative": False, "at": _place(act.reading.position)})
                case "say":
                    name = type(act.what).__name__.lower()
                    out.append({"kind": {"recommendation": "recommend"}.get(name, name), "negative": False, "at": None})
                case "end":
                    out.append({"kind": "main", "negative": True, "at": None})
                case other:
                    out.append({"kind": {"reset": "zero"}.get(other, other), "negative": False, "at": None})
    return out


def _place(p: Position) -> tuple[Any, ...] | None:
    if p.by == "counter":
        first = p.counter.likely
        if p.to is not None or p.onward:
            return ("stretch", first, p.to.likely if p.to else None)
        either = [a.likely for a in p.counter.alternatives]
        return ("either", first, *either) if either else ("ft", first)
    if p.by == "relative":
        return ("relative", "next" if p.distance is None else p.distance.likely)
    if p.by == "landmark":
        return ("landmark", p.distance.likely if p.distance else None)
    return ("stretch", p.low.likely, p.high.likely) if p.by == "between" else None


def _labelled_place(p: Row | None) -> tuple[Any, ...] | None:
    if not p:
        return None
    if "landmark" in p and "ft" not in p and "from" not in p and "to" not in p:
        return ("landmark", p.get("short_of") or p.get("past") or p.get("relative"))
    if "from" in p or "to" in p:
        return ("stretch", p.get("from", 0), p.get("to"))
    if "ft" in p:
        return ("either", *p["ft"]) if isinstance(p["ft"], list) else ("ft", p["ft"])
    if "about" in p:
        return ("ft", p["about"])
    return ("relative", p["relative"])


def _same_place(label: tuple[Any, ...] | None, heard: tuple[Any, ...] | None) -> bool:
    if label is None or heard is None:
        return label is None and heard is None
    return label[0] == heard[0] and all(_near(a, b) for a, b in zip(label[1:], heard[1:], strict=False))


def _near(a: Any, b: Any) -> bool:
    if isinstance(a, int | float) and isinstance(b, int | float):
        return abs(a - b) < 0.06
    return a is None or a == b


SAME_KIND = {
    "count": "note", "pass": "note", "change": "transition", "pipe": "transition", "next_look": "recommend", "counter_reset": "zero",
}  # fmt: skip


def is_heard(label: Row, heard: Row) -> bool:
    """Whether a thing that was heard is the one a label names, in every slot that the label has."""
    kind, other = (SAME_KIND.get(k, k) for k in (label["kind"], heard["kind"]))
    if kind == "deformed" and label.get("form") == "blister":
        kind = "blister"  # a kind of its own with a height (handbook 3.1)
    if kind == "none":
        return other == "sound" and _same_place(_labelled_place(label.get("position")), heard["at"])
    if {kind, other} == {"settled", "object"} and "wipe" in str(label) + str(heard):
        other = kind  # either would do, says the label
    negative = bool(label.get("negative"))
    if kind != other or negative != heard["negative"] and kind not in ("located", "recommend"):
        return False
    if kind in BESIDE:
        return True
    place = _labelled_place(label.get("position"))
    if not _same_place(place, heard["at"]) and not (negative and place is None):
        return False
    return negative or "sighting" not in heard or _same_slots(label, heard["sighting"], kind)


def _same_slots(label: Row, s: Any, kind: str) -> bool:
    side = s.clock.word if s.clock else None
    checks = [
        label.get("direction") in (None, s.form, side) if kind != "offset" else label.get("direction") == s.form,
        kind not in ("crack", "roots", "fitting", "break") or _form(label.get("form")) in ("", _form(s.form)),
        not label.get("clock") or s.clock is not None or kind == "soil_seen" or label.get("at") == "barrel",
        label.get("state") in (None, s.state),
        label.get("water") == s.water,
        (label.get("sure") is False) == (s.sureness != "sure"),
        kind == "fitting" or kind == "access" and _same_bore(label, s.size) or _same_size(label.get("size"), s.size),
        kind != "transition" or _same_pipe(label.get("change") or {}, s.change),
    ]
    return all(checks)


def _form(form: str | None) -> str:
    return (form or "").replace("_", " ").split(" ")[0]


def _same_bore(label: Row, size: Any) -> bool:
    """An access by its bore, where one is labelled and heard."""
    return size is not None and size.unit == "in" and size.likely == label.get("bore_in")


def _same_size(label: Row | None, size: Any) -> bool:
    if not label or label.get("unit") not in ("in", "%", "deg"):
        return size is None or size.form == "word"
    if size is None:
        return False
    if "value" in label:
        slack = 0.5 if label["unit"] == "%" else 0.01
        return size.likely is not None and abs(size.likely - label["value"]) <= 0.02 * label["value"] + slack
    return size.low is None or _near(label.get("low"), size.low) and _near(label.get("high"), size.high)


def _same_pipe(label: Row, change: Any) -> bool:
    to = material_from_word(label.get("to", "").lower())
    return (
        change is None or (to in (None, change.after.material)) and label.get("bore_to") in (None, change.after.bore_in)
    )


def is_right(lines: Sequence[str], labels: Sequence[Row]) -> bool:
    """Whether lines say all that the labels name, and nothing else."""
    heard, missed = heard_things(lines), []
    labels = _one_advice(labels) if any(h["kind"] == "recommend" for h in heard) else list(labels)
    implied = [*_changes_between(heard), *_soil_with_water(heard)]
    for label in labels:
        hit = next((h for h in [*heard, *implied] if is_heard(label, h)), None)
        if hit is None:
            missed.append(label)
        else:
            (heard if hit in heard else implied).remove(hit)
    # a material merely stated is a change with only "to", or nothing
    stated = any(label["kind"] == "change" for label in labels)
    extra = [h for h in heard if h["kind"] not in {"pipe", *REMARKS} and not (h["kind"] == "transition" and stated)]
    missed = [m for m in missed if m["kind"] not in REMARKS and not (m["kind"] == "change" and not m.get("position"))]
    return not extra and not missed


def _changes_between(heard: Sequence[Row]) -> list[Row]:
    """Stretches of pipe that meet say the change between them: ``clay 0-38, PVC 38-52``."""
    pipes = [h for h in heard if h["kind"] == "pipe" and h["at"] and h["at"][0] == "stretch"]
    return [
        {"kind": "change", "negative": False, "at": ("ft", b["at"][1]), "sighting": b["sighting"]}
        for a, b in zip(pipes, pipes[1:], strict=False)
        if a["at"][2] == b["at"][1]
    ]


def _soil_with_water(heard: Sequence[Row]) -> list[Row]:
    """Water that brings soil with it says that soil is seen."""
    leaks = [h for h in heard if h["kind"] == "leaking_in" and not h["negative"]]
    wet = [h for h in leaks if "soil" in " ".join(h["sighting"].qualities)]
    return [{"kind": "soil_seen", "negative": False, "at": h["at"]} for h in wet]


def _one_advice(labels: Sequence[Row]) -> list[Row]:
    advice = [x for x in labels if x["kind"] in ("recommend", "next_look")]
    return [x for x in labels if x not in advice[1:]]


def verdict(row: Row) -> str:
    """``right``, ``wrong``, ``asked right``, ``asked`` or ``kept`` of one line; ``kept`` is right where nothing is in it."""
    heard, labels = hear_line(row["text"], HOUSE), row["expect"]
    asks = any(label.get("ask") for label in labels)
    if heard.outcome == "heard":
        return "right" if not asks and is_right(heard.lines, labels) else "wrong"
    if heard.outcome == "asked":
        return "asked right" if asks or any(is_right(c, labels) for c in heard.candidates) else "asked"
    return "right" if all(label["kind"] in REMARKS and not label.get("ask") for label in labels) else "kept"


def tally(lines: Sequence[Row]) -> Counter[str]:
    return Counter(verdict(row) for row in lines)


def _report(name: str, lines: Sequence[Row]) -> None:
    told = tally(lines)
    shares = {k: 100 * told[k] / len(lines) for k in ("right", "asked right", "asked", "kept", "wrong")}
    print(f"{name:24} {len(lines):5}  " + "  ".join(f"{k} {v:4.1f} %" for k, v in shares.items()))


if __name__ == "__main__":
    for held in (True, False):
        third = rows(held)
        _report("unread third" if held else "the other two", third)
        for style, style_name in STYLES.items():
            _report(f"  {style_name}", [r for r in third if r["style"] == style])
