"""What was heard of a file, as JSON a machine reads and as lines a person does."""

from collections.abc import Sequence
from typing import Any

from bellstone.core.ear import Draft
from bellstone.core.edits import record_of_drafts
from bellstone.core.entry import read_line
from bellstone.core.scheme import Scheme


def heard_json(name: str, drafts: Sequence[Draft], scheme: Scheme) -> dict[str, Any]:
    """One document: the drafts in order, and the record that accepting all *heard* ones makes."""
    record = record_of_drafts(drafts, name, scheme)
    return {
        "file": name,
        "drafts": [_draft_json(d, scheme) for d in drafts],
        "record": record.model_dump(mode="json"),
    }


def _draft_json(draft: Draft, scheme: Scheme) -> dict[str, Any]:
    heard = draft.heard
    out: dict[str, Any] = {
        "line": draft.line,
        "time_s": draft.time_s,
        "said": heard.said,
        "outcome": heard.outcome,
        "lines": list(heard.lines),
        "candidates": [list(lines) for lines in heard.candidates],
        "words": [{"text": w.text, "use": w.use} for w in heard.words],
        "from_context": list(heard.from_context),
        "acts": _acts(heard.lines, scheme),
        "why": heard.why,
    }
    if heard.candidates:
        out["candidate_acts"] = [_acts(lines, scheme) for lines in heard.candidates]
    return out


def _acts(lines: Sequence[str], scheme: Scheme) -> list[dict[str, Any]]:
    return [act.model_dump(mode="json") for line in lines for act in read_line(line, scheme).acts]


MARKS = {"heard": "✓", "asked": "?", "kept": "·"}


def heard_text(drafts: Sequence[Draft]) -> str:
    """Each draft with what it was heard as, or what it asks; at the end how many of each."""
    out = []
    for d in drafts:
        time = f"[{int(d.time_s // 60)}:{int(d.time_s % 60):02d}] " if d.time_s is not None else ""
        out.append(f"{MARKS[d.heard.outcome]} {d.line:>4} {time}{d.heard.said}")
        out += [f"       = {line}" for line in d.heard.lines]
        if d.heard.outcome == "asked":
            out.append(f"       {d.heard.why}")
            out += [f"       {n} = {' ; '.join(lines)}" for n, lines in enumerate(d.heard.candidates, start=1)]
    counts = {o: sum(d.heard.outcome == o for d in drafts) for o in MARKS}
    out.append(f"{counts['heard']} heard, {counts['asked']} asked, {counts['kept']} kept as said")
    return "\n".join(out)
