"""How well dictated narrations are heard: ``python -m tests.core.ear.narrations [-v]`` tells it one by one.

Each ``narration-NN.txt`` is invented, told in timed paragraphs; its ``.json`` labels what a careful colleague would write
down. Matched by kind and polarity within 25 s, each label once; repeats and recaps are no labels. Only what is *heard* counts.
"""

import json
import sys
from pathlib import Path
from typing import Any, NamedTuple

from bellstone.core.ear import Draft, hear_page
from bellstone.formats.timed_text import source_lines
from tests.core.ear.scoring import HOUSE, SAME_KIND, _labelled_place, _same_place, heard_things

HERE = Path(__file__).parent
WITHIN_S = 25.0
# said of the house, the run or by others: labelled in as many ways as there are writers
BESIDE = frozenset({
    "note", "count", "water", "zero", "claim", "symptom", "recommend", "next_look", "access", "surface", "pass", "run", "end", "pipe",
})  # fmt: skip


class Told(NamedTuple):
    """Counts of one narration: labels, things heard, those that are labelled, and of these with a place, those right."""

    labels: int
    heard: int
    hits: int
    placed: int
    places: int


def labels_of(path: Path) -> list[dict[str, Any]]:
    said = json.loads(path.with_suffix(".json").read_text(encoding="utf-8"))["labels"]
    own = [x for x in said if not x.get("recap") and "same_as" not in x and x["kind"] not in BESIDE]
    return [x | {"s": _seconds(x["t"]), "kind": {"none": "sound"}.get(x["kind"], x["kind"])} for x in own]


def _seconds(t: str) -> float:
    minutes, seconds = t.split(":")
    return 60.0 * int(minutes) + int(seconds)


def heard_of(path: Path) -> list[tuple[float, dict[str, Any], Draft]]:
    drafts = hear_page(source_lines(path.read_text(encoding="utf-8")), HOUSE)
    heard = ((d, t) for d in drafts if d.heard.outcome == "heard" for t in heard_things(d.heard.lines))
    return [(d.time_s or 0.0, t, d) for d, t in heard if t["kind"] not in BESIDE]


def told(path: Path, verbose: bool = False) -> Told:
    labels, heard = labels_of(path), heard_of(path)
    used: set[int] = set()
    placed = places = 0
    for label in labels:
        kind = SAME_KIND.get(label["kind"], label["kind"])
        fits = (
            n
            for n, (s, t, _) in enumerate(heard)
            if n not in used and SAME_KIND.get(t["kind"], t["kind"]) == kind and abs(s - label["s"]) <= WITHIN_S
            and bool(label.get("negative")) == t["negative"]
        )  # fmt: skip
        hit = next(fits, None)
        if hit is None:
            continue
        used.add(hit)
        if place := _labelled_place(label.get("position")):
            placed += 1
            places += _same_place(place, heard[hit][1]["at"])
    if verbose:
        for n, (s, t, draft) in enumerate(heard):
            if n not in used:
                print(f"  not labelled: {s:5.0f} s {t['kind']} {t['at']} | {draft.heard.said}")
    return Told(len(labels), len(heard), len(used), placed, places)


def every() -> list[Path]:
    return sorted(HERE.glob("narration-*.txt"))


def total(each: list[Told]) -> Told:
    return Told(*(sum(column) for column in zip(*each, strict=True)))


if __name__ == "__main__":
    counts = [told(path, "-v" in sys.argv) for path in every()]
    for path, one in zip(every(), counts, strict=True):
        print(path.stem, one)
    t = total(counts)
    print(f"recall {t.hits / t.labels:.2f}  precision {t.hits / t.heard:.2f}  places {t.places / t.placed:.2f}")
