"""What somebody is to do, as it is said: ``I would jet it``, ``dig 45-49``, ``you don't need a liner``."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

# who is to do it, or who would; then the act
_WHO = words_of("i we you they somebody someone he she me owner")
_MUST = (
    ("would",), ("should",), ("need", "to"), ("needs", "to"), ("have", "to"), ("has", "to"), ("want", "to"), ("got", "to"),
    ("ought", "to"), ("better",), ("had", "better"), ("must",), ("need",), ("needs",), ("wants",), ("want",),
    ("going", "to", "want", "to"), ("going", "to", "need", "to"), ("going", "to", "have", "to"), ("will", "need", "to"),
    ("will", "want", "to"), ("will", "have", "to"),
)  # fmt: skip
_NOT = (
    ("not",),
    ("never",),
    ("do", "not"),
    ("does", "not"),
    ("no", "need", "to"),
    ("not", "to"),
    ("nobody",),
    ("no", "one"),
    ("no",),
)
_FIRST = words_of(
    "just go ahead and probably definitely maybe then please also still really at least to even let anybody nobody"
)
# done to a pipe or a drain; a word that names a finding or a place as well is only an act behind *would* or *should*
ACTS = words_of("""
    dig excavate jet hydrojet line reline foam descale replace repair snake rejet
    treat monitor watch excavating jetting descaling foaming relining digging
""")
LESS_PLAIN = words_of("""
    clean fix patch cap install remove rod cable auger auguring reinspect inspect abandon reroute dye smoke
""")
NEEDED = words_of("""
    liner lining replacement repair cleaning jetting excavation foaming foam dig descaling digging treatment attention
    inspection lining work replaced repaired dug lined jetted cleaned excavated snaked rodded replacing repairing jetting
""")
TO_IT = words_of("it them this that the a an some in there here every everything up out again all twice back whole")


def advice_at(words: Sequence[str], i: int) -> int:
    """Where words of advice end that begin at a word: who is to do it, and the act; 0 where none begin here.

    >>> advice_at("i would jet it first".split(), 0), advice_at("you do not need a liner".split(), 0)
    (3, 6)
    >>> advice_at("i would say roots".split(), 0), advice_at("dig 45 - 49".split(), 0)
    (0, 1)
    """
    n = i + 1 if words[i] in _WHO else i
    modal = next((m for m in _MUST if tuple(words[n : n + len(m)]) == m), ())
    denied = next((m for m in _NOT if tuple(words[n : n + len(m)]) == m), ()) if not modal else ()
    n += len(modal) or len(denied)
    if modal:
        denied = next((m for m in _NOT if tuple(words[n : n + len(m)]) == m), ())
        n += len(denied)
    while n < len(words) and n - i < 6 and words[n] in _FIRST:
        n += 1
    word = _at(words, n)
    begins = i == 0 or not words[i - 1][0].isalnum() or words[i - 1] in ("and", "then", "so", "but", "or")
    if word == "need" or modal in (("need",), ("needs",), ("want",), ("wants",)):
        n += word == "need"
        n += _at(words, n) in ("a", "an", "some", "any", "the", "more")
        end = n + (_at(words, n) in ("spot", "full", "new", "good", "pipe"))
        return end + 1 if _at(words, end) in NEEDED else 0
    led = modal and (words[i] in _WHO or begins) or denied and begins
    if word == "repair" and n == i and _at(words, n + 1) not in TO_IT:
        return 0  # "repair at 33 looks good": a repair that is there, as like as not
    if word in ("dig", "patch") and n == i and _is_told_of(words, n + 1):
        return 0  # "dig at 40 never fixed the dip"
    if word in ACTS and (led or begins and n == i and _is_object(words, n + 1)):
        return n + 1
    if word in LESS_PLAIN and led and _is_object(words, n + 1):
        return n + 1
    return 0


TOLD_OF = words_of("never was is looks looked did had has have holds held failed worked fixed were settled")


def _is_told_of(words: Sequence[str], n: int) -> bool:
    """Whether the clause from there on tells what became of a thing, and bids nobody."""
    ends = next((k for k in range(n, len(words)) if not words[k][0].isalnum()), len(words))
    return bool(TOLD_OF & set(words[n:ends]))


def _at(words: Sequence[str], n: int) -> str:
    return words[n] if 0 <= n < len(words) else ""


def _is_object(words: Sequence[str], n: int) -> bool:
    """Whether what is done it to stands here: *it*, a footage, or nothing more."""
    word = _at(words, n)
    if word[:1].isdecimal() and _at(words, n + 1) in (
        "okay",
        "grand",
        "$",
        "dollars",
    ):  # a *k* is written out as *okay*
        return False  # "dig 6k": what it costs
    return (
        not word
        or word in TO_IT
        or word[0].isdecimal()
        or not word[0].isalnum()
        or word in ("from", "between", "at", "and", "again")
    )
