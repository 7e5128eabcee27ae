"""A line of plain words heard: the lines of the entry language it says, with an account of every word."""

from collections.abc import Iterator, Sequence
from copy import deepcopy
from dataclasses import dataclass, replace

from bellstone.core.ear.about_house import about_house, plainly
from bellstone.core.ear.cover import Piece, cover_of
from bellstone.core.ear.deep_there import deep_there, or_so_deep
from bellstone.core.ear.denied_beside import denied_beside
from bellstone.core.ear.excepted import excepted
from bellstone.core.ear.flush_and_length import lengths_told
from bellstone.core.ear.found import NOTHING_THERE, Found, Hearing, Part, told_last
from bellstone.core.ear.heard import Context, Heard, WordUsed
from bellstone.core.ear.just_there import just_there
from bellstone.core.ear.lexicon import Lexicon, house_lexicon
from bellstone.core.ear.meanings import as_hours, of_two_meanings, taps_of_the_main, two_meanings, with_candidate
from bellstone.core.ear.numbers import joined_numbers
from bellstone.core.ear.outcome import DANGEROUS
from bellstone.core.ear.parts import is_here, is_link
from bellstone.core.ear.pipe_by_pipe import pipe_by_pipe
from bellstone.core.ear.places import Place, places_of
from bellstone.core.ear.remarks import Remarks
from bellstone.core.ear.same_again import same_again
from bellstone.core.ear.sentence import Sentence
from bellstone.core.ear.softened import no_more_than
from bellstone.core.ear.tags import tagged
from bellstone.core.ear.token import Token
from bellstone.core.ear.tokens import tokens_of
from bellstone.core.ear.who_speaks import OF_THE_HOUSE, is_complaint, is_reported, names_who_says, saying
from bellstone.core.ear.written import as_written
from bellstone.core.entry import too_much
from bellstone.core.scheme import Scheme

ADVISING = frozenset({"i", "we", "recommend", "suggest", "advise"})
MOST_CHARS = 2000  # a line longer than this is read in pieces


def hear_line(text: str, scheme: Scheme, lexicon: Lexicon | None = None, context: Context | None = None) -> Heard:
    """One line of plain words.

    Returns
    -------
    Heard
        *heard*: every word used, one reading; *asked*: complete candidates to choose from; *kept*: as said.

    Examples
    --------
    >>> from bellstone.core.scheme import house_scheme
    >>> hear_line("heavy roots at the joint, 41 and a half, about seventy percent", house_scheme()).lines
    ('41.5 roots heavy joint ~70%',)
    """
    short = as_written(text, scheme)
    if short is not None:
        return short
    if too := too_much(text[:MOST_CHARS]):
        return Heard(text, "kept", why=too.why)
    lexicon, context = lexicon or house_lexicon(), context or Context()
    return _with_each_meaning(text, scheme, lexicon, context)


def _with_each_meaning(text: str, scheme: Scheme, lexicon: Lexicon, context: Context) -> Heard:
    """A line heard; where a word of it has two meanings, with each of them."""
    tokens = joined_numbers(tokens_of(text[:MOST_CHARS], lexicon))
    if whole := _as_a_whole(text, tokens, lexicon):
        return whole
    pieces = tagged(just_there(cover_of(tokens, lexicon), tokens), tokens)
    pieces = denied_beside(no_more_than(excepted(pieces, tokens), tokens), tokens)
    pieces = taps_of_the_main(or_so_deep(deep_there(pieces, tokens), tokens), tokens)
    line = _Line(text, tokens, pieces, lexicon, scheme)
    said = line.hear(context)
    if meant := two_meanings(text, tokens, pieces):
        return of_two_meanings(said, meant, [_with_each_meaning(m.text, scheme, lexicon, context) for m in meant])
    if said.outcome == "asked" and line.hours:
        at_hours = _with_each_meaning(as_hours(text, tokens, line.hours), scheme, lexicon, context)
        return with_candidate(said, at_hours.lines or next(iter(at_hours.candidates), ()))
    return said


def _as_a_whole(text: str, tokens: Sequence[Token], lexicon: Lexicon) -> Heard | None:
    """A line known as a whole, each word of it: about the house, the work, or pipe after pipe."""
    told = about_house(text, tokens)
    said = plainly(tokens)
    again = same_again(said, lexicon.things)
    more = pipe_by_pipe(said, lexicon.materials) or lengths_told(said) or ((again,) if again else ())
    if not told and not more:
        return None
    spans = dict.fromkeys((t.start, t.end) for t in tokens)  # "picture's" is two words of one span
    words = tuple(WordUsed(text[a:b], "fact", a, b) for a, b in spans)
    if len(told) > 1:
        return Heard(text, "asked", candidates=tuple((line,) for line in told), words=words, why="it may say either")
    return Heard(text, "heard", told or more, words=words)


@dataclass
class _Line(Remarks):
    def hear(self, context: Context) -> Heard:
        place = context.place
        self.spoken = context.spoken
        kind = before = replace(deepcopy(context.found), carried=True) if context.found else None
        waiting = False
        for n, sentence in enumerate(self._sentences()):
            if kind is not None and self._tells_where(sentence.parts, kind):
                place = self._put_there(sentence, kind)
            if n and (taken := self._other_place(sentence)) is not None:
                place = taken
                continue
            heard, acted = self._sentence(sentence, place, kind)
            if heard is None:
                continue
            self.uses |= heard.uses
            self.hours += heard.hours
            self.doubts += heard.doubts
            if n:
                self._of_a_second(n, sentence, heard, acted)
            if self._is_where(sentence.parts) and self.found and self.found[-1].place is None:
                self._put_at(sentence, heard)
                continue
            if kind is not None and kind is before and self._runs_there(sentence, context):
                kind.place = next(p for p in sentence.parts if isinstance(p, Place))
                continue
            if NOTHING_THERE in heard.doubts and self._is_where(sentence.parts):
                place = next(p for p in sentence.parts if isinstance(p, Place))
                waiting = True  # "At 53 feet. Depth 4 ft 7": what the next sentence tells lies there
                continue
            if waiting and heard.found and all(f.place is place for f in heard.found):
                self.doubts.remove(NOTHING_THERE)
            waiting = False
            self.add(heard.found)
            if heard.found:
                places = [f.place for f in heard.found if f.place]
                place = places[-1] if places else place
                kind = told_last(heard.found, kind)
        if context.spoken and self.found:
            self.doubts = [d for d in self.doubts if d != NOTHING_THERE]
        return self._carrying(self.outcome(), context, before)

    def _put_there(self, sentence: "_Said", kind: Found) -> Place:
        """The place that a sentence tells of the thing before it, taken out of the sentence."""
        place = next(p for p in sentence.parts if isinstance(p, Place))
        only = [p for p in sentence.parts if isinstance(p, Piece) and self._word(p) == "only"]
        self.uses |= dict.fromkeys(_tokens_of(place, sentence, self.pieces), "place")
        self.uses |= dict.fromkeys((p.i for p in only), "filler")
        sentence.parts = [p for p in sentence.parts if isinstance(p, Piece) and p not in only]
        kind.place = place
        return place

    def _other_place(self, sentence: "_Said") -> Place | None:
        """``roots at 41... make that 42``: a sentence that only takes back where the thing before was said to be."""
        places = [p for p in sentence.parts if isinstance(p, Place)]
        rest = [p for p in sentence.parts if isinstance(p, Piece) and p.what not in ("fillers", "links", "sign")]
        back = [p for p in rest if (p.what, p.says) == ("acts", "retract") or self._word(p) == "no"]
        old = self.found[-1].place if self.found else None
        if len(places) != 1 or not back or back != rest or old is None or not is_here(places[0]) or places[0].asks:
            return None
        for f in (f for f in self.found if f.place is old):
            f.place = places[0]
        for p in sentence.parts:
            self.uses |= dict.fromkeys(
                _tokens_of(p, sentence, self.pieces), "place" if p is places[0] else "correction"
            )
        return places[0]

    def _of_a_second(self, n: int, sentence: "_Said", heard: Hearing, acted: bool) -> None:
        """What a second sentence leaves open where it tells no place of its own."""
        if self._only_well(sentence.parts):
            self.doubts.append("said to be well: from where to where?")
        placed = any(isinstance(p, Place) for p in sentence.parts)
        stops = [p for p in self.pieces if p.what == "links" and p.says == "stop"]
        but = self.tokens[stops[n - 1].i].word in BUT if len(stops) >= n else False
        if but and self.found and all(f.negative for f in self.found):
            return  # "no roots at 41, but there's a crack": there as well
        if heard.found and not acted and not placed and not sentence.semicolon:
            self.said_of_the_same(heard.found)

    def _carrying(self, outcome: Heard, context: Context, before: Found | None) -> Heard:
        """The outcome with what it took from the lines before, and what it has for the lines after."""
        said = [p for s in self._said_places() for p in s]
        carried = context.place is not None and any(f.place is context.place for f in self.found)
        more = ""
        if before is not None and not self.found and not self.doubts and all(w.use != "none" for w in outcome.words):
            more = before.line if context.found is not None and before.line != context.found.line else ""
        measured = [
            f for f in self.found if f.kind in self.scheme.kinds and self.scheme.kinds[f.kind].measure != "none"
        ]
        last = (measured or self.found)[-1] if self.found else before if more else None
        place = said[-1] if said else None
        return replace(outcome, place=place, last=last, more=more, from_context=("place",) if carried else ())

    def _said_places(self) -> Iterator[list[Place]]:
        for sentence in self._sentences():
            yield [p for p in sentence.parts if isinstance(p, Place) and is_here(p)]

    def _is_where(self, parts: Sequence[Part]) -> bool:
        """Whether a sentence says nothing but a place: ``Roots: hair; every joint; 20-44``."""
        told = [p for p in parts if isinstance(p, Place) or p.what not in ("fillers", "links", "sign")]
        return len(told) == 1 and isinstance(told[0], Place)

    def _runs_there(self, sentence: "_Said", context: Context) -> bool:
        """``goes from 26 out to 31``: only where the thing before is, which was told without a place."""
        told = [
            p for p in sentence.parts if isinstance(p, Place) or p.what not in ("fillers", "links", "sign", "changes")
        ]
        runs = len(told) == 1 and isinstance(told[0], Place) and told[0].runs and not told[0].asks
        if not (context.spoken and runs and not self.found):
            return False
        self.doubts = [d for d in self.doubts if d != NOTHING_THERE]
        self.uses |= {k: "place" for p in sentence.parts for k in _tokens_of(p, sentence, self.pieces)}
        return True

    def _put_at(self, sentence: "_Said", heard: Hearing) -> None:
        place = next(p for p in sentence.parts if isinstance(p, Place))
        for f in self.found:
            f.place = f.place or place

    # -- sentences

    def _sentences(self) -> list["_Said"]:
        out: list[_Said] = []
        start = 0
        semicolon = False
        for n, p in enumerate([*self.pieces, None]):
            ends = p is None or (p.what == "links" and p.says == "stop")
            if ends:
                parts = list(self.pieces[start:n])
                if parts:
                    out.append(_Said(start, n, places_of(parts, self.tokens), semicolon))
                semicolon = p is not None and self.tokens[p.i].word == ";"
                if p is not None:
                    for k in range(p.i, p.j):
                        self.uses[k] = "filler"
                start = n + 1
        return out

    def _sentence(self, said: "_Said", place: Place | None, kind: Found | None) -> tuple[Hearing | None, bool]:
        parts = said.parts
        parts = self._without_remark(parts)
        if not parts:
            return None, False
        if self._is_aside(parts):
            self.doubts.append("something is said in brackets: is it here?")
        parts = self._without_notes(parts)
        acts = [(n, p) for n, p in enumerate(parts) if isinstance(p, Piece) and p.what == "acts"]
        if self._is_talk(parts, {p.says for _, p in acts}):
            for p in parts:  # kept as said: every word of it is a remark
                self.uses |= dict.fromkeys(_tokens_of(p, said, self.pieces), "remark")
            return None, False
        if not acts:
            return self._findings(said, parts, place, kind), False
        names = {p.says for _, p in acts}
        if "throughout" in names and names.isdisjoint(SAID_ACTS):
            return self._throughout(said, parts, acts, place, kind)
        if names <= {"retract"}:
            hearing = self._findings(said, parts, place, kind)
            if any(k not in hearing.uses for _, p in acts for k in range(p.i, p.j)):
                hearing.doubts.append("something was taken back: what stands?")
            return hearing, False
        return self._acted(said, parts, acts, place, kind)

    def _without_notes(self, parts: list[Part]) -> list[Part]:
        """The parts without remarks on the counter and the way, which are notes in their own words."""
        rest: list[Part] = []
        for p in parts:
            if isinstance(p, Piece) and (p.what, p.says) == ("acts", "note"):
                self.uses |= dict.fromkeys(range(p.i, p.j), "note")
                said = self.text[self.tokens[p.i].start : self.tokens[p.j - 1].end]
                self.said.append(f"note {' '.join(said.replace(':', ',').replace(';', ',').split())}")
            else:
                rest.append(p)
        return rest

    def _is_talk(self, parts: Sequence[Part], acts: set[str]) -> bool:
        """Whether a sentence has no footage in it and is of another thing than this pipe, or of pipes in general."""
        if any(isinstance(p, Place) and not p.landmark for p in parts):
            return False
        if any(isinstance(p, Piece) and p.says.split()[:1] and p.says.split()[0] in DANGEROUS for p in parts):
            return False  # never passed over
        begins = any(isinstance(p, Piece) and p.says.split()[:1] in (["zero"], ["access"]) for p in parts)
        elsewhere = not begins and any(isinstance(p, Piece) and p.what == "elsewhere" for p in parts)
        return elsewhere and not acts - TALKING or bool(acts) and acts <= TALKING

    def _throughout(
        self, said: "_Said", parts: list[Part], acts: list[tuple[int, Piece]], place: Place | None, kind: Found | None
    ) -> tuple[Hearing | None, bool]:
        """What is said of the whole line: a place of its own, where no footage is said beside it."""
        marks = {n for n, p in acts if p.says == "throughout"}
        rest = [p for n, p in enumerate(parts) if n not in marks]
        hearing = self._findings(said, rest, place, kind)
        whole = Place("all:", 0, 0)
        pipes = [n for n, p in enumerate(rest) if isinstance(p, Piece) and p.what == "materials"]
        if len(pipes) == 1 and pipes[0] and not {"pipe", "change"} & {f.kind for f in hearing.found}:
            before, pipe = rest[pipes[0] - 1], rest[pipes[0]]
            if (
                isinstance(before, Piece)
                and isinstance(pipe, Piece)
                and self.tokens[before.j - 1].word in ("is", "are")
            ):
                hearing.found.insert(0, Found("pipe", change=pipe.says, own_place=Place("", 0, 0)))
        for f in hearing.found:
            f.place = f.place or whole
        for n in marks:
            p = parts[n]
            assert isinstance(p, Piece)
            hearing.uses |= dict.fromkeys(range(p.i, p.j), "place")
        return hearing, True

    def _acted(
        self, said: "_Said", parts: list[Part], acts: list[tuple[int, Piece]], place: Place | None, kind: Found | None
    ) -> tuple[Hearing | None, bool]:
        """Advice, a claim, a symptom, or talk: kept as what it is; a finding in it is asked."""
        names = [p.says for _, p in acts]
        if names[0] in ("recommend", "next_look") and len(acts) > 1 and self._is_condition(acts[1][1]):
            acts, names = (
                acts[:1],
                names[:1],
            )  # "next look in two years unless it backs up again": all of it is the advice
        act = next((a for a in SAID_ACTS if a in names), None)
        others = set(names).difference(SAID_ACTS, ("throughout",))
        first = acts[0][0]
        start = first
        while start > 0 and not is_link(parts[start - 1]):
            start -= 1
        said_first = self.tokens[acts[0][1].i].word
        if act == "claim":
            start = first if names_who_says(parts, self.tokens, first) else 0
        elif act == "recommend" and said_first in ADVISING:
            start = first  # "grease 20 to 28 I would jet it": the advice begins with who gives it
        before, rest = parts[:start], parts[start:]
        hearing = self._findings(said, before, place, kind) if before else Hearing()
        inside = self._findings(said, rest, None, None)
        tokens = [k for p in rest for k in _tokens_of(p, said, self.pieces)]
        text = self.text[self.tokens[tokens[0]].start : self.tokens[tokens[-1]].end] if tokens else ""
        if act is None or others:
            hearing.found += inside.found
            hearing.doubts.append(
                "this may not be of here and now" if inside.found else "this may be talk beside the pipe"
            )
            return hearing, True
        for k in tokens:
            hearing.uses[k] = act
        self.said.append(saying(act, text))
        told = any(isinstance(p, Place) or p.what in ("kinds", "materials") and not _is_of_the_house(p) for p in rest)
        told |= any(f.kind not in OF_THE_HOUSE for f in inside.found)
        hearing.doubts += self._doubts_of(act, rest, inside, told, is_reported(rest, self.tokens, first - start, names))
        before_act = any(isinstance(p, Piece) and p.what in ("kinds", "weak", "attributes") for p in parts[start:first])
        grave = any(f.kind in DANGEROUS and not f.negative for f in inside.found)
        if act in ("recommend", "next_look") and (before_act or grave):
            hearing.doubts.append("advice, or a finding here?")
            self.advised += inside.found
        return hearing, True

    def _is_condition(self, p: Piece) -> bool:
        """``in a year, or after the next backup``: what would bring one back, and no trouble told of now."""
        led = {t.word for t in self.tokens[max(p.i - 3, 0) : p.i]}
        return (
            self.tokens[p.i].word in UNLESS or p.says == "symptom" and bool(led & {"after", "next", *UNLESS - {"in"}})
        )

    def _doubts_of(self, act: str, rest: Sequence[Part], inside: Hearing, told: bool, reported: bool) -> Iterator[str]:
        """What another's word or a trouble in the house leaves open; what is claimed is kept for what was seen instead."""
        if act == "claim":
            self.claimed += [f for f in inside.found if f.kind in self.scheme.kinds]
            if told and not reported:
                yield "another's word, not seen here"
        if act == "symptom" and told and not is_complaint(rest, self.tokens, inside.found):
            yield "a symptom, or a finding here?"
        if act == "symptom" and any(isinstance(p, Piece) and p.what == "negatives" for p in rest):
            yield "no symptom, as it seems"

    def _findings(self, said: "_Said", parts: Sequence[Part], place: Place | None, kind: Found | None) -> Hearing:
        return Sentence(
            parts, self.tokens, self.pieces[said.start : said.end], self.lexicon, self.scheme, self.text
        ).hear(place, kind)


@dataclass
class _Said:
    start: int
    end: int
    parts: list[Part]
    semicolon: bool


UNLESS = frozenset({"unless", "if", "in", "whenever", "once"})  # what begins a condition: "in case"
BUT = frozenset({"but", "however", "although", "though"})
SAID_ACTS = ("symptom", "claim", "next_look", "recommend")  # what stands for a sentence, the first of them
TALKING = frozenset({"talk", "teach"})


def _is_of_the_house(piece: Piece) -> bool:
    return piece.what == "kinds" and piece.says.split()[0] in OF_THE_HOUSE


def _tokens_of(part: Part, said: _Said, pieces: Sequence[Piece]) -> list[int]:
    if isinstance(part, Place):
        return [k for p in pieces[said.start + part.i : said.start + part.j] for k in range(p.i, p.j)]
    return list(range(part.i, part.j))
