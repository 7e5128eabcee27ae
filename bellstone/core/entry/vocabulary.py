"""Which words each kind understands, and what each means there. No word has two meanings for one kind."""

from typing import NamedTuple

from bellstone.core.ground import remembered
from bellstone.core.scheme import Kind, Scheme


class Meaning(NamedTuple):
    """A slot of the sighting and the value a word puts there."""

    slot: str
    value: str


class WordClash(ValueError):
    """A word that would mean two things for one kind: the vocabulary refuses to build."""


CLOCK_WORDS = ("top", "bottom", "left", "right", "crown", "floor", "sides")
STATES = {"in_place": (), "cut_flush": (), "loose": (), "cleared": ("cleaned",), "mostly_cleared": ()}
READ_BY_FLOW = frozenset({"leaking_in", "leaking_out"})  # told apart from the house's own water by whether any runs
WATERS = {"rest": ("at_rest", "water_off"), "trickle": (), "sink": (), "hose": (), "flush": (), "running": ()}
HEADS = {"passed": (), "lifted_over": (), "pushed_through": (), "stopped": ("stopped_head", "head_stopped")}
FLOWS = {"flow_none": ("full_flow",), "slows": (), "holds": (), "stops": ()}
CATCHES = ("catches_paper", "catches_grease", "catches_roots")
# Words that carry no meaning of their own between the others.
FILLERS = frozenset({"at", "the", "a", "an", "with", "of", "and", "is", "it", "its", "on", "by", "to", "from", "there"})
# A unit is never the first letters of a word: `in` is inches only.
UNIT_WORDS = frozenset({"in", "ft", "deg", "gal", "min"})
# Nor is "not": what it denies is read with it or not at all.
NEVER_BEGUN = FILLERS | UNIT_WORDS | {"not", "no", "never", "count"}
FREE_TEXT_KINDS = frozenset({
    "note", "stopped", "met", "counter_reset", "skid", "head_changed", "forced", "cutter", "rolled", "surface",
    "property_line", "located", "repair", "owned",
})  # fmt: skip


@remembered(8, "scheme")
def _tables(scheme: Scheme) -> dict[str, dict[str, Meaning]]:
    return {name: _words_of(name, kind, scheme) for name, kind in scheme.kinds.items()}


def words_for(kind: str, scheme: Scheme) -> dict[str, Meaning]:
    """Every word ``kind`` understands.

        >>> from bellstone.core.ground import remembered
    >>> from bellstone.core.scheme import house_scheme
        >>> words_for("offset", house_scheme())["left"], words_for("roots", house_scheme())["left"]
        (Meaning(slot='form', value='left'), Meaning(slot='clock', value='left'))
    """
    return _tables(scheme)[kind]


def _words_of(name: str, kind: Kind, scheme: Scheme) -> dict[str, Meaning]:
    table: dict[str, Meaning] = {}

    def learn(word: str, slot: str, value: str) -> None:
        meaning = Meaning(slot, value)
        if table.setdefault(word, meaning) != meaning:
            raise WordClash(f"{word!r} would mean {table[word]} and {meaning} for {name!r}: rename one in the scheme")

    for slot, group in (("form", kind.forms), ("quality", kind.qualities)):
        for value, synonyms in group.items():
            for word in (value, *synonyms):
                learn(word, slot, value)
    for word in scheme.words.get(kind.measure, {}):
        if word not in kind.qualities:  # a kind's own word, as light scale, stands over the measure's
            learn(word, "size_word", word)
    own_sides = {word for word in CLOCK_WORDS if word in table}
    for word in CLOCK_WORDS:
        if word not in own_sides:
            learn(word, "clock", word)
    learn("all", "clock", "all")
    learn("all_round", "clock", "all")
    learn("joint", "at", "joint")
    learn("barrel", "at", "barrel")
    _learn_group(learn, "sureness", {"sure": (), "likely": (), "unsure": ()})
    if kind.family in ("roots", "build_up", "wall", "joint"):
        _learn_group(learn, "state", STATES)
        _learn_group(learn, "head", HEADS)
    if kind.family == "water" or name in READ_BY_FLOW:
        _learn_group(learn, "water", WATERS)
    if not kind.standard_feature and kind.family in ("roots", "build_up", "wall", "joint"):
        _learn_group(learn, "flow", FLOWS)
        for word in CATCHES:
            learn(word, "catches", word.removeprefix("catches_"))
    return table


def _learn_group(learn: object, slot: str, group: dict[str, tuple[str, ...]]) -> None:
    assert callable(learn)
    for value, synonyms in group.items():
        for word in (value, *synonyms):
            learn(word, slot, value)


# Words with two trade meanings: the desk asks which.
ASKS = {
    "belly": ("standing", "note belly in the fall:"),
    "sag": ("standing", "note sag in the fall:"),
    "dip": ("standing", "patch_bad dipped"),
}


# Said alone these are fittings, though the main can be one too.
FITTING_FIRST = "fitting"
# Bounds of a size, never the first letters of a kind: "under 1in" is less than an inch, not under water.
BOUND_WORDS = frozenset({"under", "over", "about", "around", "less", "more", "at"})


@remembered(8, "scheme")
def kinds_by_form(scheme: Scheme) -> dict[str, str]:
    """Forms that name their kind by themselves: ``tee`` is a fitting, ``shattered`` a break.

        >>> from bellstone.core.ground import remembered
    >>> from bellstone.core.scheme import house_scheme
        >>> [kinds_by_form(house_scheme()).get(w) for w in ("tee", "shattered", "open")]
        ['fitting', 'break', None]
    """
    named: dict[str, set[str]] = {}
    for name, kind in scheme.kinds.items():
        for form, synonyms in kind.forms.items():
            for word in (form, *synonyms):
                named.setdefault(word, set()).add(name)
    table = kind_words(scheme)
    alone = {word: FITTING_FIRST if FITTING_FIRST in kinds else min(kinds) for word, kinds in named.items()}
    return {w: k for w, k in alone.items() if w not in table and (len(named[w]) == 1 or k == FITTING_FIRST)}


@remembered(8, "scheme")
def kind_words(scheme: Scheme) -> dict[str, str]:
    """Every word that names a kind, synonyms with it.

        >>> from bellstone.core.ground import remembered
    >>> from bellstone.core.scheme import house_scheme
        >>> kind_words(house_scheme())["change"]
        'transition'
    """
    table: dict[str, str] = {}
    for name, kind in scheme.kinds.items():
        for word in (name, *kind.synonyms):
            if table.setdefault(word, name) != name:
                raise WordClash(f"{word!r} names both {table[word]!r} and {name!r}")
    return table


def complete(word: str, table: dict[str, Meaning] | dict[str, str]) -> list[str]:
    """The table's words that ``word`` can stand for: itself if exact, else the ones it begins.

        Several words with one meaning count once, the shortest.

        >>> from bellstone.core.ground import remembered
    >>> from bellstone.core.scheme import house_scheme
        >>> complete("curt", words_for("roots", house_scheme())), complete("c", words_for("roots", house_scheme()))[:2]
        (['curtain'], ['catches_grease', 'catches_paper'])
    """
    if word in table:
        return [word]
    found: dict[object, str] = {}
    for candidate in sorted(table, key=lambda w: (len(w), w)):
        if candidate.startswith(word):
            found.setdefault(table[candidate], candidate)
    return sorted(found.values())
