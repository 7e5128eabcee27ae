"""Reads one line of notes: position first, kind second, then any order."""

import re
from typing import Any

from pydantic import ValidationError

from bellstone.core.entry.attributes import AttributeReader
from bellstone.core.entry.limits import too_much, without_blanks
from bellstone.core.entry.picture import bottom_shown
from bellstone.core.entry.pipe_said import pipe_said, read_pipe
from bellstone.core.entry.positions import Placed, read_position
from bellstone.core.entry.reading import NEW, Act, Choice, EntryReading, Question, See, Span
from bellstone.core.entry.special import length_estimate, read_special
from bellstone.core.entry.vocabulary import (
    ASKS,
    BOUND_WORDS,
    FREE_TEXT_KINDS,
    NEVER_BEGUN,
    complete,
    kind_words,
    kinds_by_form,
)
from bellstone.core.ground import DomainError, plain, remembered
from bellstone.core.record import Alternative, Amount, Change, OrderPosition, Pipe, Position, Sighting
from bellstone.core.scheme import Scheme

MAX_LINE = 1000
BORES_OF_A_REDUCER = re.compile(r"(?P<before>\d+(?:\.\d+)? ?in) ?> ?(?P<after>\d+(?:\.\d+)? ?in)(?![a-z])", re.I)


@remembered(2048, "scheme")  # a line is read as it is typed, as it is heard and as it is added
def read_line(text: str, scheme: Scheme) -> EntryReading:
    """One line of notes, read into what it would add.

    Nothing is guessed and nothing is dropped: two readings become a question with the line
    rewritten both ways; what no reader takes is pointed at, with the reason.

    Parameters
    ----------
    text : str
        As typed or pasted; typographic quotes and fractions are taken as plain ones.

    Returns
    -------
    EntryReading
        The acts in order, questions, unread pieces, and the line with its words completed.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> reading = read_line('48 offset up 1/2" ; roots slight', house_scheme())
    >>> [act.sighting.kind for act in reading.acts]
    ['offset', 'roots']
    >>> read_line("41.5 roots 7", house_scheme()).questions[0].choices[0].label
    '7%'
    """
    written = plain(without_blanks(text))[:MAX_LINE]
    stamp = re.match(r"\[(?P<m>\d{1,3}):(?P<s>\d{2})\]\s*", written)
    body = written[stamp.end() :] if stamp else written
    time_s = int(stamp["m"]) * 60.0 + int(stamp["s"]) if stamp else None
    if not body:
        return EntryReading(text=text)
    if too := too_much(body):
        return EntryReading(text=text, unread=(too,))
    try:
        reading = _LineReader(body, scheme, time_s).read()
    except (DomainError, ValidationError) as error:
        why = str(error) if isinstance(error, DomainError) else str(error.errors()[0]["msg"])
        return EntryReading(text=text, unread=(Span(start=0, end=len(body), why=why),))
    if not (reading.acts or reading.unread or reading.questions):
        reading = reading.model_copy(update={"unread": (Span(start=0, end=len(body), why="nothing was said"),)})
    if stamp:
        reading = reading.model_copy(update=_behind_stamp(reading, stamp[0]))
    return reading.model_copy(update={"text": text, "time_s": time_s})


def _behind_stamp(reading: EntryReading, stamp: str) -> dict[str, Any]:
    """Places, choices and completion as they stand in the whole line, its time stamp in front."""
    by = len(stamp)
    questions = tuple(
        Question(
            text=q.text,
            start=q.start + by,
            end=q.end + by,
            choices=tuple(Choice(label=c.label, line=stamp + c.line) for c in q.choices),
        )
        for q in reading.questions
    )
    unread = tuple(Span(start=u.start + by, end=u.end + by, why=u.why) for u in reading.unread)
    return {"questions": questions, "unread": unread, "completed": stamp + reading.completed}


class _LineReader:
    def __init__(self, text: str, scheme: Scheme, time_s: float | None) -> None:
        self.text, self.scheme, self.time_s = text, scheme, time_s
        self.acts: list[Act] = []
        self.unread: list[Span] = []
        self.questions: list[Question] = []
        self.completed: list[str] = []

    def read(self) -> EntryReading:
        special = read_special(self.text)
        if special is not None:
            self.acts, self.questions = special
            self.completed = [self.text]
        else:
            self._read_parts()
        return EntryReading(
            text=self.text,
            acts=tuple(self.acts),
            unread=tuple(self.unread),
            questions=tuple(self.questions),
            completed=" ; ".join(self.completed),
        )

    def _read_parts(self) -> None:
        position: Position | None = None
        for start, part in _parts(self.text):
            placed = read_position(part)
            part, placed = _same_last(part, placed)
            if re.match(r"dry\s+\d", part, re.I):  # "dry 20-35 rest": the one kind said before its place
                self._read_dry(part)
                continue
            if placed.asks:
                self._ask_position(start, part, placed)
            if position is None or not isinstance(placed.position, OrderPosition):
                position = placed.position
            self._read_part(part, placed.rest, position, start, first=start == 0)

    def _read_dry(self, part: str) -> None:
        rest = re.sub(r"^dry\s+", "", part, flags=re.I)
        placed = read_position(rest + " ")
        self._read_part(
            f"{(rest + ' ')[: placed.rest]}dry {(rest + ' ')[placed.rest :]}".rstrip(),
            placed.rest,
            placed.position,
            0,
            True,
        )

    def _ask_position(self, start: int, part: str, placed: Placed) -> None:
        head, tail = self.text[:start], part[placed.rest :]
        after = self.text[start + len(part) :]
        choices = tuple(Choice(label=label, line=f"{head}{words} {tail}{after}") for label, words in placed.asks)
        said = part[: placed.rest].strip()
        self.questions.append(
            Question(text=f"{said} can be meant two ways", start=start, end=start + len(said), choices=choices)
        )

    def _read_part(self, part: str, at: int, position: Position, offset: int, first: bool) -> None:
        body = part[at:]
        if not body:
            self._fail(offset, offset + len(part), "a position alone: say what was seen there")
            return
        if not first and (match := re.match(r"expected\b\s*", body, re.I)):
            self._expect(part, at + match.end(), offset)
            return
        if (pipe := pipe_said(body)) is not None:
            self._pipe(pipe, position, part)
            return
        if match := re.match(r"none\s*:\s*(?P<list>.+)$", body, re.I):
            self._none(match["list"], position, part)
            return
        found = self._kind(body, offset + at)
        if found is None:
            return
        kind, alternatives, end, unsure = found
        if kind == "transition":
            self._change(part, at + end, position, unsure, offset)
        elif kind in FREE_TEXT_KINDS:
            self._free_text(kind, part, at + end, position, unsure)
        else:
            self._finding(kind, alternatives, part, at + end, position, unsure, offset)

    def _kind(self, body: str, offset: int) -> tuple[str, tuple[str, ...], int, bool] | None:
        """The kind a part names, its alternatives, where it ends, and whether it was said with a ``?``."""
        match = re.match(r"(?P<words>[A-Za-z_]+(?:\s*\|\s*[A-Za-z_]+)*)(?P<unsure>\s?\?)?", body)
        if match is None:
            self._fail(
                offset,
                offset + max(len(body), 1),
                "what was seen comes after the position: a word such as roots or offset",
            )
            return None
        table = kind_words(self.scheme)
        two = re.match(r"[A-Za-z]+(?:\s+[A-Za-z]+){1,2}", body)
        if two and "|" not in match[0]:
            spoken = re.split(r"\s+", two[0].lower())
            for count in (3, 2):
                if "_".join(spoken[:count]) in table and len(spoken) >= count:
                    end = re.match(rf"\S+(?:\s+\S+){{{count - 1}}}", body)
                    assert end is not None
                    return table["_".join(spoken[:count])], (), end.end(), False
        alone = self._kind_by_form(body)
        if alone is not None and "|" not in match[0]:
            return alone, (), 0, False  # the word is read again, as the form it is
        kinds = [self._one_kind(word, offset, body, table) for word in re.split(r"\s*\|\s*", match["words"].lower())]
        if any(kind is None for kind in kinds):
            return None
        named = tuple(kind for kind in kinds if kind is not None)
        return named[0], named[1:], match.end(), bool(match["unsure"])

    def _kind_by_form(self, body: str) -> str | None:
        """The kind of a form said alone, such as ``tee`` or ``test wye``."""
        forms = kinds_by_form(self.scheme)
        for count in (2, 1):
            words = re.match(rf"[A-Za-z_]+(?:\s+[A-Za-z_]+){{{count - 1}}}", body)
            if words and (kind := forms.get(re.sub(r"\s+", "_", words[0].lower()))):
                return kind
        return None

    def _one_kind(self, word: str, offset: int, body: str, table: dict[str, str]) -> str | None:
        at = offset + body.lower().index(word)
        head, tail = self.text[:at], self.text[at + len(word) :]
        if word in ASKS:
            choices = tuple(Choice(label=c.rstrip(":"), line=f"{head}{c}{tail}") for c in ASKS[word])
            why = f"“{word}” can mean the water or the fall of the pipe"
            self.questions.append(Question(text=why, start=at, end=at + len(word), choices=choices))
            return None
        if word in NEVER_BEGUN:
            self._fail(at, at + len(word), f"“{word}” names no kind; say none: and what is not there")
            return None
        if word in BOUND_WORDS:
            self._fail(at, at + len(word), f"“{word}” begins a size: say what was seen first, then its size")
            return None
        # a kind's own name is completed before the synonyms of others
        found = complete(word, {k: v for k, v in table.items() if k in (v, word)}) or complete(word, table)
        if len({table[w] for w in found}) == 1:
            return table[found[0]]
        if found:
            choices = tuple(Choice(label=w.replace("_", " "), line=f"{head}{w}{tail}") for w in found[:8])
            self.questions.append(
                Question(text=f"“{word}” fits more than one kind", start=at, end=at + len(word), choices=choices)
            )
            return None
        self._fail(at, at + len(word), f"“{word}” names no kind; it is kept as said")
        return None

    def _fail(self, start: int, end: int, why: str) -> None:
        self.unread.append(Span(start=start, end=min(end, len(self.text)), why=why))
        self.completed.append(self.text[start:end])

    def _see(self, position: Position, kind: str, said: str, **values: Any) -> See:
        draft = {
            "id": NEW,
            "item": NEW,
            "line": NEW,
            "position": position,
            "kind": kind,
            "said": said.strip(),
            **values,
        }
        return See(sighting=Sighting.model_validate({"time_s": self.time_s, **draft}))

    def _finding(
        self,
        kind: str,
        alternatives: tuple[str, ...],
        part: str,
        at: int,
        position: Position,
        unsure: bool,
        offset: int,
    ) -> None:
        # a reducer stands between two bores: they are its change, and no size of it
        bores = BORES_OF_A_REDUCER.search(part, at) if kind == "fitting" and "reducer" in part[at:].lower() else None
        plain_part = f"{part[: bores.start()]}{' ' * len(bores[0])}{part[bores.end() :]}" if bores else part
        out = AttributeReader(plain_part, at, kind, self.scheme).read()
        values = dict(out.values)
        if bores is not None:
            values["change"] = Change(before=read_pipe(bores["before"]), after=read_pipe(bores["after"]))
        if unsure:
            values["sureness"] = "unsure"
        values["alternatives"] = (*(Alternative(kind=k) for k in alternatives), *out.either)
        values["unread"] = tuple(part[s.start : s.end][:80] for s in out.unread)
        see = self._see(position, kind, part, **values)
        self.acts.append(
            see.model_copy(
                update={
                    "same": out.same,
                    "same_counter_ft": out.same_counter_ft,
                    "same_sure": out.same_sure,
                    "because_counter_ft": out.because_counter_ft,
                    "because_kind": out.because_kind,
                }
            )
        )
        shift = offset
        self.unread += [s.model_copy(update={"start": s.start + shift, "end": s.end + shift}) for s in out.unread]
        for q in out.questions:
            rewritten = tuple(
                c.model_copy(update={"line": self.text[:offset] + c.line + self.text[offset + len(part) :]})
                for c in q.choices
            )
            self.questions.append(
                q.model_copy(update={"start": q.start + shift, "end": q.end + shift, "choices": rewritten})
            )
        kinds = "|".join((kind, *alternatives))
        said = [*out.completed, bores[0]] if bores else out.completed
        self.completed.append(
            f"{part[: self._position_end(part)]}{kinds}{'?' if unsure else ''} {' '.join(said)}".strip()
        )

    def _position_end(self, part: str) -> int:
        return read_position(part).rest

    def _change(self, part: str, at: int, position: Position, unsure: bool, offset: int) -> None:
        before, arrow, after = part[at:].partition(">")
        if not arrow and (to := re.match(r"\s*(?:from\s+)?(.*?)\s+to\s+(.*)$", part[at:], re.I)):
            before, after = to[1], to[2]
            arrow = "to"
        if not arrow:
            before, after = "", part[at:]
        pipes = [read_pipe(before.strip()), read_pipe(after.strip(" ,"))]
        if pipes[1] is None or (arrow and before.strip() and pipes[0] is None):
            wrong = after if pipes[1] is None else before
            start = offset + part.index(wrong.strip()) if wrong.strip() else offset + at
            self._fail(
                start, start + max(len(wrong.strip()), 1), "change wants a material or a bore: change iron > clay 4in"
            )
            return
        change = Change(before=pipes[0], after=pipes[1])
        self.acts.append(
            self._see(position, "transition", part, change=change, sureness="unsure" if unsure else "sure")
        )
        self.completed.append(part)

    def _pipe(self, pipe: Pipe, position: Position, part: str) -> None:
        """What pipe it is, of a stretch or from here: never a pipe across the bore."""
        self.acts.append(self._see(position, "pipe", part, change=Change(after=pipe)))
        self.completed.append(part)

    def _free_text(self, kind: str, part: str, at: int, position: Position, unsure: bool) -> None:
        words = part[at:].strip(" :,")
        if len(words) > 1 and words[0] == words[-1] == '"' and '"' not in words[1:-1]:
            words = words[1:-1].strip()  # the words of a surface, as those of any finding
        shows = bottom_shown(words) if kind == "rolled" else None
        sure: dict[str, Any] = {"sureness": "unsure" if unsure else "sure", "clock": shows}
        self.acts.append(self._see(position, kind, part, text=words, **sure))
        if kind in ("stopped", "note") and (estimate := length_estimate(words)):
            self.acts.append(estimate)
        self.completed.append(part)

    def _none(self, listed: str, position: Position, part: str) -> None:
        table = kind_words(self.scheme)
        kinds: list[str] = []
        for word in re.split(r"[,\s]+", listed.strip().lower()):
            found = complete(word, table) if word else []
            if len({table[w] for w in found}) == 1:
                kinds.append(table[found[0]])
            elif word:
                self._fail(
                    self.text.lower().index(word), self.text.lower().index(word) + len(word), f"“{word}” names no kind"
                )
        self.acts.append(self._see(position, "note", part, none_of=tuple(kinds)))
        self.completed.append(part)

    def _expect(self, part: str, at: int, offset: int) -> None:
        """``; expected …`` forecasts the finding before it: weak, and never a reading."""
        last = self.acts[-1] if self.acts else None
        if not isinstance(last, See):
            self._fail(offset, offset + len(part), "expected follows a finding")
            return
        out = AttributeReader(part, at, last.sighting.kind, self.scheme).read()
        size = out.values.get("size") or Amount(form="word", word=part[at:].strip()[:80] or "expected", said=part)
        said = f"{last.sighting.said} ; {part.strip()}"
        updated = last.sighting.model_copy(update={"expected": size, "said": said})
        self.acts[-1] = last.model_copy(update={"sighting": updated})
        self.unread += out.unread
        self.completed.append(part.strip())


def _same_last(part: str, placed: Placed) -> tuple[str, Placed]:
    """``same, roots`` as ``roots same``: what is the same may be said first."""
    match = re.match(
        r"(?P<same>same\??(?:\s+(?:as\s+)?-?\d+(?:\.\d+)?)?)\s*[,:]?\s+(?P<rest>[A-Za-z].*)$", part[placed.rest :], re.I
    )
    if match is None:
        return part, placed
    moved = f"{part[: placed.rest]}{match['rest']} {match['same']}"
    return moved, placed


def _parts(text: str) -> list[tuple[int, str]]:
    """The pieces between semicolons outside quotes, each with where it starts."""
    parts: list[tuple[int, str]] = []
    start = 0
    quoted = False
    for i, char in enumerate(f"{text};"):
        if char == '"' and (quoted or i == 0 or not text[i - 1].isdecimal()):
            quoted = not quoted
        if (char == ";" and not quoted) or i == len(text):
            piece = text[start:i]
            lead = len(piece) - len(piece.lstrip())
            if piece.strip():
                parts.append((start + lead, piece.strip()))
            start = i + 1
    return parts
