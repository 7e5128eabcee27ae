"""What comes of a line: heard, asked or kept, with every word of it accounted for."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from bellstone.core.ear.contradicted import is_contradicted
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, forms_of
from bellstone.core.ear.heard import MOST_CANDIDATES, Heard, WordUsed
from bellstone.core.ear.lexicon import Lexicon
from bellstone.core.ear.main_instead import main_instead
from bellstone.core.ear.numbers import PARTS, SMALL, TEENS, TENS, UNITS
from bellstone.core.ear.places import feet
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of
from bellstone.core.entry import read_line
from bellstone.core.scheme import Scheme

MEASURING = UNITS | PARTS.keys() | SMALL.keys() | TEENS.keys() | TENS.keys()  # a number or a unit is never a remark
PROSE_WORDS = 10  # in fewer words every one is meant: a short note is all abbreviations
PASSED_WORDS = 4
NOTHING_DENIED = "a negative that nothing stands to"
MOST_TAKEN_APART = 4  # a longer list is put right line by line
DANGEROUS = frozenset({"crossing", "main", "collapse", "invert_gone"})  # only ever heard from words that say just that
TURNED = {"up": "drop", "drop": "up"}
THOUGHT = words_of("thought thot figured figure assumed")  # so it looked then
# "any roots at 41", "is that a crack at 41": asked of somebody, and not told
ASKS = re.compile(
    r"\W*(?:(?:so|and|okay|ok|hey|now) )*(?:is (?:that|it|there|this)|are (?:those|there|they)|was (?:that|there)|what about|how about|any|"
    r"(?:where|how (?:big|bad|far|deep|long|many|much)) (?:are|is|was|were)|"
    r"do (?:you|we) (?:see|have))\b(?!thing)",
    re.I,
)
# told of another day: a year with a verb of the past, another look's report
THEN = re.compile(
    r"\bin (?:19|20)\d\d,? (?:there|it|they|we|he|she) (?:was|were|had)\b|"
    r"\b(?:picture|photo|video|tape|film|footage|report|inspection|survey|one) (?:from|of|in|back in) (?:19|20)\d\d\b|"
    r"\b(?:old|previous|prior|earlier|last year's) (?:report|video|inspection|tape|survey|footage)\b",
    re.I,
)
# "roots at 41 could not be confirmed": in doubt, whatever was named
UNTOLD = re.compile(
    r"\b(?:could|can|was|were)(?: ?not|n'?t)(?: quite| fully| really)? (?:be )?"
    r"(?:determined|verified|confirmed|established|identified|ascertained|made out)\b",
    re.I,
)
AGAINST = re.compile(
    r"\b(?:up the line|upstream|(?:from|toward|towards|to) the (?:city|main|street|house)(?: side)?)\b", re.I
)
MAIN_IS = re.compile(r"\bmain(?: sewer)? (?:is|was)\b")
OF_THE_GROUND = re.compile(
    r"\b(?:soil|ground|dirt|trench|yard|lawn|driveway|sidewalk|street|seal|gasket|ceiling|shoring)\b.{0,16}\b(?:collaps|cav|fell in)",
    re.I,
)
OF_MANY_FORMS = frozenset({"fitting", "coupling"})  # told apart by their forms: a wye is no tee
REALLY = re.compile(
    r"\b(?:is|are|was|were|'s) (?:really|actually|in fact|nothing but|only)\b(?P<thing> (?:an?|the)\b)?", re.I
)  # "that offset is really a gap"
REPAIRS = frozenset({"spot repair", "repair"})  # found there, or to be done
REPAIRED = re.compile(
    r"\b(?:was|is|has|had|been|old|existing|previous|prior|earlier|found|done|saw|see|seen|there|already|with)\b", re.I
)
# what tells where the main should be, and not that the camera came there
ON_PAPER = words_of("map maps plan plans drawing drawings record records gis atlas asbuilt asbuilts survey ahead sight")
NOT_THE_CITYS = words_of("line stack drain house trunk waste run building cleanout")  # main line: the lateral itself
REACHING = words_of("hit reached reach made there here it's its see seen saw into")
WATER_WORDS = frozenset(
    {"water", "holding", "held", "hold", "holds", "pooling", "ponding", "sitting", "standing", "retained", "pond"}
)
LIE_WORDS = frozenset({"belly", "sag", "dip", "swag", "bellies", "sags"})


@dataclass
class Outcome:
    """What a line was found to say so far, and what each word of it was used for."""

    text: str
    tokens: Sequence[Token]
    pieces: Sequence[Piece]
    lexicon: Lexicon
    scheme: Scheme
    found: list[Found] = field(default_factory=list)
    said: list[str] = field(default_factory=list)  # lines that are no finding: advice, a claim, a symptom
    claimed: list[Found] = field(default_factory=list)  # what is in another's word
    advised: list[Found] = field(default_factory=list)  # what is named within advice, and may be there
    doubts: list[str] = field(default_factory=list)
    hours: list[int] = field(default_factory=list)
    uses: dict[int, str] = field(default_factory=dict)
    spoken: bool = False

    def outcome(self) -> Heard:
        self._no_belly()
        self._not_the_other_form()
        self._not_well()
        there = {(f.kind, place_said(f)) for f in self.found if not f.negative}
        self.doubts += self._not_seen_there()
        if any(f.negative and (f.kind, place_said(f)) in there for f in self.found):
            self.doubts.append("said to be there, and not to be there")
        self._was_cleaned()
        lines = [*dict.fromkeys([f.line for f in self.found] + self.said)]
        words = self._account()
        unused = [w for w in words if w.use == "none"]
        readable = all(self._reads(line) for line in lines)
        if not lines:
            return Heard(self.text, "kept", words=words, why="no finding in it")
        if not readable:
            good = tuple(line for line in lines if self._reads(line))
            ways = self._one_form_each() or ((good,) if good else ())
            return Heard(
                self.text,
                "asked" if ways else "kept",
                candidates=ways,
                words=words,
                why="part of it cannot be said",
            )
        if unused and not self.doubts and self._may_pass(unused):
            words = tuple(WordUsed(w.text, "remark", w.start, w.end) if w.use == "none" else w for w in words)
            unused = []
        if unused or self.doubts:
            why = self.doubts[0] if self.doubts else f"not understood: {', '.join(w.text for w in unused[:6])}"
            return Heard(self.text, "asked", candidates=self._candidates(lines), words=words, why=why)
        return Heard(self.text, "heard", tuple(lines), words=words)

    def _not_the_other_form(self) -> None:
        """``a tee, not a wye``: of one kind one form is there and another is denied: the thing is there."""
        if "not" not in {t.word for t in self.tokens}:
            return  # "no fitting wye": neither
        for f in [f for f in self.found if f.negative and f.named and f.words and f.kind in OF_MANY_FORMS]:
            there = (x for x in self.found if not x.negative and x.kind == f.kind and place_said(x) == place_said(f))
            here = next((x for x in there if x.words and x.words[0] != f.words[0]), None)
            if here is not None:
                here.keep(f"not a {f.named.removeprefix('a ')}")
                self.found.remove(f)

    def _not_well(self) -> None:
        """``33 is not fine``: that it is not well tells no thing that could be written."""
        unwell = [f for f in self.found if f.negative and f.kind == "sound"]
        if unwell:
            self.found = [f for f in self.found if f not in unwell]
            self.doubts.append("not well: what is wrong there?")

    def _was_cleaned(self) -> None:
        """``Root ball 53. Cut it. Ring left``: that it was cut is said by the state that is left."""
        states = {"cut_flush", "loose", "cleared", "mostly_cleared"}
        cut = [p for p in self.pieces if p.what == "cleanings" and p.i not in self.uses]
        of = next((f for f in self.found if states & set(f.words) or f.was), None)
        if of is None or not cut:
            return
        if of.size and not of.was:  # "80 % plugged, I ran the blade through it": as it was found
            if len(self.found) > 1 or any(use == "size" and k > cut[0].i for k, use in self.uses.items()):
                return
            of.was, of.size = of.size, ""
        for p in cut:
            self.uses |= dict.fromkeys(range(p.i, p.j), "state")

    def _one_form_each(self) -> tuple[tuple[str, ...], ...]:
        """``running in, a steady drip``: a thing of two forms, which it cannot be; the line with each of them alone."""
        for n, f in enumerate(self.found):
            forms = [w for w in f.words if w in forms_of(f.kind, self.scheme)]
            if f.negative or len(forms) < 2:
                continue
            each = [replace(f, words=[w for w in f.words if w == form or w not in forms]) for form in reversed(forms)]
            ways = [tuple(x.line for x in (*self.found[:n], one, *self.found[n + 1 :])) for one in each]
            return tuple(way for way in ways if all(self._reads(line) for line in way))[:MOST_CANDIDATES]
        return ()

    def _not_seen_there(self) -> Iterator[str]:
        """What is told as seen in words that do not say so: thought at first, or where a map has the main."""
        words = {t.word for t in self.tokens}
        there = [f for f in self.found if not f.negative and f.kind != "dismissed"]
        if words & THOUGHT and there:
            yield "thought to be there: is it?"
        if there and ASKS.match(self.text):
            yield "a question: is it there?"
        if there and THEN.search(self.text):
            yield "this may not be of here and now"
        really = REALLY.search(self.text)
        if really and there and (len(there) > 1 or really["thing"]):  # "is really heavy" only says how heavy
            yield "one of them is really the other: which stands?"
        alone = len(there) == 1 and not (there[0].words or there[0].text or self.said)
        if alone and there[0].named in REPAIRS and not REPAIRED.search(self.text):
            yield "a repair that is there, or one that you advise?"
        if self._seen_backwards():
            yield "seen on the way back: as it looked, or with the flow?"
        if any(f.kind == "ends_at" and not place_said(f) for f in there) and "somewhere" in words:
            yield "somewhere: where the line ends, or what is on the lot?"
        if any(f.kind == "collapse" for f in there) and OF_THE_GROUND.search(self.text):
            yield "the pipe collapsed, or what lies round it?"
        if there and UNTOLD.search(self.text):
            yield "could not be told: is it there?"
        mains = [f for f in there if f.kind == "main"]
        told = [t.word for t in self.tokens]
        of_house = ("sewer", "drain", "waste")  # "main sewer line": the lateral, as who lives there calls it
        after = [tuple(told[k + 1 : k + 3]) for k, w in enumerate(told) if w == "main"]
        own = any(
            b[:1] and (b[0] in NOT_THE_CITYS or b[0] in of_house and b[1:] in (("line",), ("pipe",))) for b in after
        )
        ahead = words & ON_PAPER or " from here" in f" {' '.join(told)}"
        further = any(place_said(f).startswith("+") for f in mains) and not words & REACHING
        only_is = all(not place_said(f) for f in mains) and bool(MAIN_IS.search(" ".join(told)))  # "main is 8 inch"
        if mains and (own or ahead or further or only_is and not words & REACHING):
            yield "the main reached there, or thought to be?"
        far_end = mains or any(f.kind == "ends_at" for f in there)
        if far_end and self._may_mean_instead():
            yield "the main reached there, or how far it is, or whose the pipe is from there?"

    def _seen_backwards(self) -> list[Found]:
        """Steps of a joint told in the same breath as that the camera comes back: which way, is asked."""
        back = any(f.kind == "pass" and "back" in f.words for f in self.found)
        back |= any(said.startswith("note ") and AGAINST.search(said) for said in self.said)
        return [
            f for f in self.found if back and f.kind == "offset" and TURNED.keys() & set(f.words) and not f.negative
        ]

    def _may_mean_instead(self) -> list[str]:
        """What a line that names the main may tell instead of having come there, as lines."""
        said = " ".join(t.word if t.number is None else feet(t.number) for t in self.tokens)
        return [line for line in main_instead(said) if self._reads(line)]

    def _no_belly(self) -> None:
        """``water held by the root ball, not a belly``: the water is there; that the pipe lies well is said of its cause."""
        water = [
            f for f in self.found if f.kind == "standing" and not f.negative and WATER_WORDS & set(f.named.split())
        ]
        lie = [
            f
            for f in self.found
            if f.kind == "standing" and f.negative and f.named.split() and f.named.split()[-1] in LIE_WORDS
        ]
        if len(water) == 1 and len(lie) == 1:
            water[0].text = water[0].text or f'"not a {lie[0].named.split()[-1]}"'
            self.found.remove(lie[0])

    def _may_pass(self, unused: Sequence[WordUsed]) -> bool:
        """A word or two the lexicon does not know, beside findings that each have a place; one it knows, never.

        In speech, words that only stand within phrases may pass as well: people talk round what they see.
        """
        telling = (self.lexicon.turning if self.spoken else self.lexicon.telling) | MEASURING
        if (
            len(unused) > PASSED_WORDS
            or not self.spoken
            and len(self.tokens) < PROSE_WORDS
            or not self.found
            or self.said
        ):
            return False
        spans = {(w.start, w.end) for w in unused}
        left = [t.word for t in self.tokens if any(a <= t.start < b for a, b in spans)]
        known = any(not w.isalpha() or {w, w.removesuffix("s")} & telling for w in left)
        near = any(f.kind in DANGEROUS or f.negative for f in self.found)
        return not known and not near and all(f.place for f in self.found)

    def _candidates(self, lines: list[str]) -> tuple[tuple[str, ...], ...]:
        """What an asked line may say, the likeliest first: all of it, the other ways of it, all but one thing, each alone."""
        whole = tuple(lines)
        mains = [f.line for f in self.found if f.kind == "main" and not f.negative]
        instead = [(*(x for x in lines if x not in mains), other) for other in self._may_mean_instead() if mains]
        there = tuple(
            dict.fromkeys([replace(f, negative=f.negative and not f.listed).line for f in self.found] + self.said)
        )
        ways = [
            *([self._with_the_flow()] if self._seen_backwards() else []),
            *self._really(),
            *self._taken_back(),
            whole,
            *instead,
            *([there] if all(self._reads(line) for line in there) else []),
        ]
        if self.advised and "advice, or a finding here?" in self.doubts:
            ways.insert(0, (*(f.line for f in self.advised), *whole))
        if otherwise := self._seen_otherwise():
            ways.insert(0, (*whole, *otherwise))
        if "not" in {t.word for t in self.tokens} and any(f.negative and f.listed for f in self.found):
            # "not scale, cracks at 41"
            ways.insert(0, (*(replace(f, negative=f.negative and not f.listed).line for f in self.found), *self.said))
        if NOTHING_DENIED in self.doubts and len(self.found) == 1 and not self.found[0].negative:
            denied_line = replace(self.found[0], negative=True).line  # "roots at 30? no"
            ways[:0] = [(denied_line,)] if self._reads(denied_line) else []
        ways += [(f"recommend {' '.join(self.text.split())}",) for f in self.found if f.named in REPAIRS]
        if any(f.or_depth for f in self.found):
            ways.append((*(replace(f, depth=f.or_depth or f.depth).line for f in self.found), *self.said))
        if any(f.or_size for f in self.found):
            ways.append((*(replace(f, size=f.or_size or f.size).line for f in self.found), *self.said))
        if 1 < len(whole) <= MOST_TAKEN_APART:
            ways += [tuple(x for x in whole if x != left) for left in self._least_sure_first(whole)]
            ways += [(line,) for line in whole]
        return tuple(dict.fromkeys(ways))[:MOST_CANDIDATES]

    def _with_the_flow(self) -> tuple[str, ...]:
        """All of it, its steps turned as they are with the flow."""
        turned = [
            replace(f, words=[TURNED.get(w, w) for w in f.words]) if f.kind == "offset" else f for f in self.found
        ]
        return (*(f.line for f in turned), *self.said)

    def _really(self) -> list[tuple[str, ...]]:
        """The last of two where the one is said to be really the other."""
        placed = [replace(f, place=f.place or self.found[0].place) for f in self.found if not f.negative]
        return [(placed[-1].line,)] if len(placed) > 1 and REALLY.search(self.text) else []

    def _taken_back(self) -> list[tuple[str, ...]]:
        """What was thought to be there as not there: it is what one says it for."""
        thought = bool({t.word for t in self.tokens} & THOUGHT)
        # "it was just a shadow" stands
        denied = tuple(replace(f, negative=f.kind != "dismissed").line for f in self.found)
        return [denied] if thought and self.found else []

    def _seen_otherwise(self) -> list[str]:
        """What another claims and was not found where it is claimed, as the lines that say so."""
        if not self.claimed or not is_contradicted(self.text):
            return []
        lines = [replace(f, negative=True).line for f in self.claimed]
        return [line for line in dict.fromkeys(lines) if self._reads(line)]

    def _least_sure_first(self, lines: tuple[str, ...]) -> list[str]:
        """The lines in the order in which one would leave them out: what is denied, doubted or has no place first."""
        unsure = {f.line: (not f.negative, not f.unsure, f.place is not None) for f in self.found}
        return sorted(lines, key=lambda line: unsure.get(line, (True, True, True)))

    def _reads(self, line: str) -> bool:
        reading = read_line(line, self.scheme)
        return bool(reading.acts) and not reading.questions and not reading.unread

    def _account(self) -> tuple[WordUsed, ...]:
        what = {k: p for p in self.pieces for k in range(p.i, p.j)}
        said = {self.tokens[k].word for k, use in self.uses.items() if use in ("kind", "word")}
        out: list[WordUsed] = []
        for k, token in enumerate(self.tokens):
            use = self.uses.get(k)
            if use is None and token.word in said and what[k].what in ("kinds", "attributes"):
                use = "same"  # "tight, tight, tight"
            if use is None:
                use = "filler" if what[k].what in ("fillers", "links", "sign") else "none"
            if out and token.start < out[-1].end:  # one word written out as several: "forty one's"
                if use == "none" or out[-1].use == "filler":
                    out[-1] = replace(out[-1], use=use)
                continue
            out.append(WordUsed(self.text[token.start : token.end], use, token.start, token.end))
        return tuple(out)


def place_said(f: Found) -> str:
    at = f.own_place if f.own_place and f.own_place.said else f.place
    return at.said if at else ""
