"""What a line says after its position and kind: sizes, clocks, words, states, in any order."""

import re
from dataclasses import dataclass, field
from typing import Any

from bellstone.core.entry.amounts import amount_at
from bellstone.core.entry.either import either_of
from bellstone.core.entry.reading import Choice, Question, Span
from bellstone.core.entry.vocabulary import FILLERS, NEVER_BEGUN, Meaning, complete, kind_words, words_for
from bellstone.core.ground import INCHES, NUMBER, length_ft, number
from bellstone.core.record import Alternative, Amount, Clock
from bellstone.core.scheme import Scheme

_OCLOCK = re.compile(r"(?P<a>\d{1,2}(?:\.\d+)?)(?:\s*(?:-|\.\.|to)\s*(?P<b>\d{1,2}(?:\.\d+)?))?\s*o'?\s?clock\b", re.I)
_CLOCK_RANGE = re.compile(
    r"(?P<a>\d{1,2}(?:\.\d+)?)\s*(?:-|\.\.)\s*(?P<b>\d{1,2}(?:\.\d+)?)(?![\d%\"'./])(?!\s*(?:in\b(?!\s+place)|ft\b|%|deg))"
)


_EVERY = re.compile(rf"every\s+(?P<length>{NUMBER}\s*(?:'|ft\b|feet\b|{INCHES.replace('only_inches', 'i')})?)", re.I)
_MINUTES = re.compile(rf"(?P<n>{NUMBER})\s*min(?:utes)?\s+off\b", re.I)
_QUOTED = re.compile(r'"(?P<words>[^"]*)"')
_WORD = re.compile(r"(?P<word>[A-Za-z][A-Za-z_']*)(?P<unsure>\?)?")


@dataclass
class Attributes:
    """What has been read so far; ``values`` are fields of a Sighting."""

    values: dict[str, Any] = field(default_factory=dict)
    either: list[Alternative] = field(default_factory=list)  # other forms, or qualities of which it has one
    same: str | None = None
    same_counter_ft: float | None = None
    same_sure: bool = True
    because_counter_ft: float | None = None
    because_kind: str = ""
    questions: list[Question] = field(default_factory=list)
    unread: list[Span] = field(default_factory=list)
    completed: list[str] = field(default_factory=list)


BENDS = ("22", "45", "90")  # a bend is named by its degrees alone


class AttributeReader:
    """Reads the words after a kind, left to right, one small reader a form."""

    def __init__(self, text: str, start: int, kind: str, scheme: Scheme) -> None:
        self.text, self.at, self.kind = text, start, kind
        self.scheme = scheme
        self.measure = scheme.kinds[kind].measure
        row = scheme.kinds[kind].rating
        self.one_of = {q for group in row.unsaid for q in group} if row is not None else set()  # it has one of them
        self.table = words_for(kind, scheme)
        self.out = Attributes()
        self.said: dict[str, tuple[int, int]] = {}  # where each thing that is said once was read
        self.phase = "now"  # or "found" after "was", "expected"

    def read(self) -> Attributes:
        readers = (
            self._quoted, self._each_joint, self._every, self._phase_word, self._same, self._because, self._minutes, self._oclock,
            self._amount, self._clock_range, self._either, self._word, self._bare_number,
        )  # fmt: skip
        while self.at < len(self.text):
            gap = re.match(r"[\s,]+", self.text[self.at :])
            if gap:
                self.at += gap.end()
                continue
            if not any(reader() for reader in readers):
                self._cannot_read()
        return self.out

    def _take(self, match: re.Match[str]) -> None:
        self.out.completed.append(match[0].strip())
        self.at = match.end()

    def _quoted(self) -> bool:
        match = _QUOTED.match(self.text, self.at)
        if match:
            self.out.values["text"] = match["words"]
            self._take(match)
        return bool(match)

    def _each_joint(self) -> bool:
        match = re.compile(r"(?:at\s+)?each\s+joint\b|every\s+joint\b", re.I).match(self.text, self.at)
        if match:
            self.out.values |= {"each_joint": True, "at": "joint"}
            self._take(match)
        return bool(match)

    def _every(self) -> bool:
        match = _EVERY.match(self.text, self.at)
        if match:
            said = match["length"].strip()
            self.out.values["spacing_ft"] = number(said) if re.fullmatch(NUMBER, said) else length_ft(said)
            self._take(match)
        return bool(match)

    def _phase_word(self) -> bool:
        match = re.compile(r"(was|now|expected)\b", re.I).match(self.text, self.at)
        if match:
            self.phase = {"was": "found", "now": "now", "expected": "expected"}[match[1].lower()]
            if self.phase == "found":
                self.out.values.setdefault("as_found", {})
            self._take(match)
        return bool(match)

    def _same(self) -> bool:
        match = re.compile(r"same(?P<q>\?)?(?:\s+(?:as\s+)?(?P<n>-?\d+(?:\.\d+)?))?(?=\s|,|$)", re.I).match(
            self.text, self.at
        )
        if match:
            self.out.same = "counter" if match["n"] else "last"
            self.out.same_counter_ft = float(match["n"]) if match["n"] else None
            self.out.same_sure = not match["q"]
            self._take(match)
        return bool(match)

    def _because(self) -> bool:
        match = re.compile(r"(?:because(?:\s+of)?|caused\s+by)\s+(?P<n>-?\d+(?:\.\d+)?)(?=\s|,|$)", re.I).match(
            self.text, self.at
        )
        if match:
            self.out.because_counter_ft = float(match["n"])
            self._take(match)
            return True
        named = re.compile(r"(?:because(?:\s+of)?|caused\s+by)\s+(?:the\s+|an?\s+)?(?P<kind>[a-z_]+)", re.I).match(
            self.text, self.at
        )
        kind = kind_words(self.scheme).get(named["kind"].lower()) if named else None
        if named is None or kind is None:
            return False
        self.out.because_kind = kind
        self._take(named)
        return True

    def _minutes(self) -> bool:
        match = _MINUTES.match(self.text, self.at)
        if match:
            self.out.values["minutes_off"] = {"likely": number(match["n"]), "unit": "min", "said": match[0]}
            self._take(match)
        return bool(match)

    def _oclock(self) -> bool:
        match = _OCLOCK.match(self.text, self.at)
        return bool(match) and self._set_clock(match)

    def _clock_range(self) -> bool:
        match = _CLOCK_RANGE.match(self.text, self.at)
        return bool(match) and self._set_clock(match)

    def _set_clock(self, match: re.Match[str] | None) -> bool:
        assert match is not None
        start, end = float(match["a"]), float(match["b"] or match["a"])
        if not (0 <= start <= 12 and 0 <= end <= 12):
            return False
        self._put_once("clock", Clock(start=start, end=end), match.start(), match.end())
        self._take(match)
        return True

    def _amount(self) -> bool:
        read = amount_at(self.text, self.at)
        if read is None:
            return False
        amount, end = read
        if amount.unit == "ft" and self.measure != "extent":
            return self._no_size_in_feet(end)
        self._put_size(amount, end)
        self.out.completed.append(self.text[self.at : end].strip())
        self.at = end
        return True

    def _no_size_in_feet(self, end: int) -> bool:
        """A length in feet is where something is, never how large: asked where no place was said, else not read."""
        said = self.text[self.at : end].strip()
        if re.match(r"[A-Za-z]", self.text):
            before = re.sub(r"\bat\s*$", "", self.text[: self.at]).strip()
            rest = f"{before} {self.text[end:].strip()}".strip()
            number_said = re.sub(r"\s*(?:'|ft|feet)$", "", said, flags=re.I)
            choice = Choice(label=f"at {number_said} ft", line=f"{number_said} {rest}")
            self.out.questions.append(
                Question(text=f"{said}: where it is? Feet are no size of it", start=self.at, end=end, choices=(choice,))
            )
        else:
            why = f"{said} is no size of {self.kind.replace('_', ' ')}: feet say where"
            self.out.unread.append(Span(start=self.at, end=end, why=why))
        self.out.completed.append(said)
        self.at = end
        return True

    def _put_size(self, amount: Amount, end: int) -> None:
        """A size, read from here to ``end``: a number stands over a word beside it; two numbers or two words are asked."""
        values = self.out.values["as_found"] if self.phase == "found" else self.out.values
        slot = "expected" if self.phase == "expected" else "size"
        before = values.get(slot)
        if before is not None and (before.form == "word") != (amount.form == "word"):
            values[slot] = before if amount.form == "word" else amount
            return
        self._put_once(slot, amount, self.at, end, values)

    def _put_once(self, slot: str, value: Any, start: int, end: int, values: dict[str, Any] | None = None) -> None:
        """What a finding has one of: said a second time and otherwise, it is asked which."""
        values = self.out.values if values is None else values
        key = f"{slot} {self.phase}"
        if key in self.said and values.get(slot) != value:
            self._ask_one_of(self.said[key], (start, end))
            return
        values[slot] = value
        self.said[key] = (start, end)

    def _ask_one_of(self, first: tuple[int, int], second: tuple[int, int]) -> None:
        (a, b), (c, d) = first, second
        one, other = self.text[a:b].strip(), self.text[c:d].strip()
        lines = {one: self.text[:c] + self.text[d:], other: self.text[:a] + self.text[b:]}
        choices = tuple(Choice(label=label, line=" ".join(line.split())) for label, line in lines.items())
        self.out.questions.append(Question(text=f"“{one}” and “{other}”: which?", start=c, end=d, choices=choices))

    def _word(self) -> bool:
        match = _WORD.match(self.text, self.at)
        if match is None:
            return self._lone_question_mark()
        phrase = self._phrase(match)
        if phrase is None:
            return self._filler(match)
        written, end, found, unsure = phrase
        if len({self.table[word] for word in found}) > 1:
            self._ask_which(match.start(), end, found)
            self.at = end
            return True
        self._put_word(self.table[found[0]], match.start(), end)
        if unsure:
            self.out.values["sureness"] = "unsure"
        self.out.completed.append(found[0].replace("_", " ") + ("?" if unsure else ""))
        self.at = end
        return True

    def _either(self) -> bool:
        """``left|right``, ``hairline|open``, ``main|septic tank``: one of several words of one slot, nobody knows which."""
        named, end = either_of(self.text, self.at, self.table)
        slots = {self.table[w].slot for w in named}
        if len(named) < 2 or len(slots) != 1 or not slots <= {"form", "quality", "size_word"} or self.phase != "now":
            return False
        slot, (first, *others) = slots.pop(), [self.table[w].value for w in named]
        if slot == "size_word":
            rest = tuple(Amount(form="word", word=w, said=w) for w in others)
            self._put_size(Amount(form="word", word=first, alternatives=rest, said=self.text[self.at : end]), end)
        elif slot == "form":
            self._put_once("form", first, self.at, end)
            self.out.either += [Alternative(kind=self.kind, form=w) for w in others]
        else:
            self.out.either += [Alternative(kind=self.kind, quality=w) for w in (first, *others)]
        unsure = self.text[end : end + 1] == "?"
        if unsure:
            self.out.values["sureness"] = "unsure"
        self.out.completed.append(self.text[self.at : end + unsure])
        self.at = end + unsure
        return True

    def _lone_question_mark(self) -> bool:
        match = re.compile(r"\?").match(self.text, self.at)
        if match:
            self.out.values["sureness"] = "unsure"
            self._take(match)
        return bool(match)

    def _phrase(self, match: re.Match[str]) -> tuple[str, int, list[str], bool] | None:
        """The longest run of up to three words that the kind knows, exactly before by its first letters."""
        words = list(re.finditer(r"[A-Za-z][A-Za-z_']*", self.text[self.at :]))[:3]
        for count in range(len(words), 0, -1):
            end = self.at + words[count - 1].end()
            written = re.sub(r"\s+", "_", self.text[self.at : end].strip().lower())
            if written in self.table:
                return written, *self._with_mark(end, [written])
        word = match["word"].lower()
        found = complete(word, self.table) if word not in NEVER_BEGUN else []
        if not found:
            return None
        return word, *self._with_mark(self.at + len(match["word"]), found)

    def _with_mark(self, end: int, found: list[str]) -> tuple[int, list[str], bool]:
        unsure = self.text[end : end + 1] == "?"
        return end + unsure, found, unsure

    def _filler(self, match: re.Match[str]) -> bool:
        if match["word"].lower() not in FILLERS:
            return False
        self.at = match.end()
        return True

    def _ask_which(self, start: int, end: int, found: list[str]) -> None:
        choices = tuple(
            Choice(label=w.replace("_", " "), line=self.text[:start] + w.replace("_", " ") + self.text[end:])
            for w in found[:6]
        )
        self.out.questions.append(
            Question(text=f"“{self.text[start:end]}” fits more than one word", start=start, end=end, choices=choices)
        )

    def _put_word(self, meaning: Meaning, start: int, end: int) -> None:
        values = self.out.values
        if meaning.slot == "quality":
            other = next(
                (q for q in values.get("qualities", ()) if {q, meaning.value} <= self.one_of and q != meaning.value), ""
            )
            if other:
                self._ask_one_of(self.said[other], (start, end))
                return
            self.said[meaning.value] = (start, end)
            if meaning.value not in values.get("qualities", ()):
                values["qualities"] = (*values.get("qualities", ()), meaning.value)
        elif meaning.slot == "size_word":
            self._put_size(Amount(form="word", word=meaning.value, said=meaning.value), end)
        elif meaning.slot == "clock":
            whole = meaning.value == "all"
            clock = Clock(all_round=True) if whole else Clock.model_validate({"word": meaning.value})
            self._put_once("clock", clock, start, end)
        elif meaning.slot == "flow":
            values["effect_on_flow"] = meaning.value.removeprefix("flow_")
        elif meaning.slot == "catches":
            values["catches"] = (*values.get("catches", ()), meaning.value)
        elif meaning.slot == "form" and self.phase == "found":
            self._put_once("form", meaning.value, start, end, values["as_found"])
        else:
            self._put_once(meaning.slot, meaning.value, start, end)

    def _bare_number(self) -> bool:
        match = re.compile(NUMBER).match(self.text, self.at)
        if match is None:
            return False
        value = match[0]
        if self.kind == "fitting" and value in BENDS and "size" not in self.out.values:
            self.out.values["size"] = Amount(likely=float(value), unit="deg", said=value)
            self.out.completed.append(f"{value}deg")
            self.at = match.end()
            return True
        units = {"angle": ["deg"], "depth": ["in"], "opening": ["in"], "extent": ["ft"]}.get(self.measure, ["%", "in"])
        hours = [" o'clock"] if re.fullmatch(r"\d{1,2}", value) and 1 <= int(value) <= 12 else []
        options = [*units, *hours]
        choices = self._as_position(match) + tuple(
            Choice(label=f"{value}{o}", line=f"{self.text[: match.start()]}{value}{o}{self.text[match.end() :]}")
            for o in options
        )
        self.out.questions.append(
            Question(
                text=f"{value} of what? A bare number is never guessed",
                start=match.start(),
                end=match.end(),
                choices=choices,
            )
        )
        self.at = match.end()
        return True

    def _as_position(self, match: re.Match[str]) -> tuple[Choice, ...]:
        """``roots at 41.5``: the number may be the footage that belongs first, where none was said."""
        if not re.match(r"[A-Za-z]", self.text) or "/" in match[0]:
            return ()
        before = re.sub(r"\bat\s*$", "", self.text[: match.start()]).strip()
        line = f"{match[0]} {before} {self.text[match.end() :].strip()}".strip()
        return (Choice(label=f"at {match[0]} ft", line=line),)

    def _cannot_read(self) -> None:
        match = re.compile(r"\S+").match(self.text, self.at)
        assert match is not None
        why = f"“{match[0]}” is no word of {self.kind.replace('_', ' ')}; it is kept as said"
        self.out.unread.append(Span(start=match.start(), end=match.end(), why=why))
        self.out.completed.append(match[0])
        self.at = match.end()
