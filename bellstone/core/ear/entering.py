"""How a look begins: ``going in at the front cleanout, zeroed at the rim``. Known by the access it leads to."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

GOING = words_of(
    "introduced inserted lowered fed entered enters entering "
    "going goin went go come came coming start started starting push pushed pushing launch launched launching"
)
LEADING = words_of("in into at from through via down thru the a an by way of with head camera over again")
MADE = words_of("obtained gained made had achieved")
BY_NEED = words_of("in at from through via thru down into")
ACCESS = frozenset({"cleanout", "cleanouts", "co", "access"})
# other openings that one goes in by: an access where they are told with going in
OPENINGS = words_of("vent stack toilet flange drain")
OF_OPENINGS = words_of("""
    roof vent plumbing toilet closet floor sewer pulled laundry kitchen basement garage hall guest master bathroom bath upstairs downstairs
""")
# where about a house a cleanout is: a place of its own, told before its name
SIDES = words_of("""
    front back rear side house basement garage yard street curb sidewalk driveway kitchen outside inside crawlspace
    planter upper lower north south east west main porch downstairs upstairs laundry
""")
MOUTH = frozenset({"rim", "mouth", "lip", "opening", "face"})
HEADING = words_of("heading headed going looking facing pointed running push pushing shooting")
TOWARD = words_of("toward towards for to downstream")
AHEAD = (("city", "main"), ("main", "line"), ("sewer", "main"), ("main",), ("street",), ("city",), ("road",))
FAR = 12  # words that a beginning may go on before it names the access: working value


def entering_at(words: Sequence[str], i: int) -> int:
    """Where the words of going in end, or 0: only if an access is named behind them, and nothing else first.

    >>> entering_at(("going", "in", "at", "the", "front", "cleanout"), 0), entering_at(("starting", "at", "30"), 0)
    (4, 0)
    """
    formal = words[i] in ("access", "entry", "entrance") and any(w in MADE for w in words[i + 1 : i + 3])
    is_by = words[i] in ("access", "entry", "entrance") and tuple(words[i + 1 : i + 2]) in (
        ("is",),
        ("was",),
        ("through",),
        ("via",),
    )
    behind = i + 3 if formal else i + 1
    if not (formal or is_by) and words[i] not in GOING or not _names_access(words[behind : i + FAR]):
        return 0
    end = behind
    while end < len(words) and (words[end] in LEADING or is_by and words[end] in ("is", "was")):
        end += 1
    return end if (is_by or set(words[behind:end]) & BY_NEED) and _access_soon(words, end) else 0


def opening_at(words: Sequence[str], i: int) -> int:
    """The end of another opening that one goes in by, ``roof vent``; or of a toilet pulled for it; or 0.

    >>> opening_at("pushed in from the roof vent".split(), 4), opening_at("crack below the roof vent".split(), 3)
    (6, 0)
    >>> opening_at("pulled the hall toilet and went in there".split(), 0), opening_at("toilet rocks".split(), 0)
    (8, 0)
    """
    if words[i] == "pulled" and (used := _pulled(words, i + 1)):
        return used
    if not any(entering_at(words, k) for k in range(max(i - FAR, 0), i)) or i and words[i - 1] in OF_OPENINGS:
        return 0
    n = i
    while n < len(words) and words[n] in OF_OPENINGS | OPENINGS:
        n += 1
    return n if n > i and words[n - 1] in OPENINGS else 0


def _pulled(words: Sequence[str], n: int) -> int:
    """The end of ``the toilet and went in there`` behind *pulled*, or 0."""
    while n < len(words) and words[n] in (OF_OPENINGS | {"the", "their", "her", "his", "a"}) - {"toilet"}:
        n += 1
    behind = [tuple(words[n : n + 1 + len(use)]) == ("toilet", *use) for use in USES]
    return n + 1 + len(USES[behind.index(True)]) if any(behind) else 0


USES = tuple(tuple(use.split()) for use in (
    "and went in there", "and went in", "and pushed in", "to get in", "for access", "and pushed from there", "and went in that way",
    "and went in through there", "and used that", "to push the camera", "to run the camera",
))  # fmt: skip


def side_at(words: Sequence[str], i: int) -> int:
    """The end of a side told right before an access, or 0.

    >>> side_at(("back", "cleanout"), 0), side_at(("back", "pitch"), 0)
    (1, 0)
    """
    return i + 1 if words[i] in SIDES and _is_access(words, i + 1) else 0


def mouth_at(words: Sequence[str], i: int) -> int:
    """The end of ``at the rim``, said of the access named before in the same breath, or 0.

    >>> mouth_at(("cleanout", "zeroed", "at", "the", "rim"), 2)
    5
    """
    at = i + 1 if words[i] == "right" and len(words) > i + 1 else i
    if words[at] != "at" or not _names_access(words[:i]) or not any(w.startswith("zero") for w in words[:i]):
        return 0
    rest = [w for w in words[at + 1 : at + 4] if w not in ("the", "its")]
    if not rest or rest[0] not in MOUTH:
        return 0
    end = at + 1 + words[at + 1 : at + 4].index(rest[0]) + 1
    return end + 2 if tuple(words[end : end + 2]) in (("of", "it"), ("of", "that")) else end


def ahead_at(words: Sequence[str], i: int) -> int:
    """The end of ``toward the main``, said of how one goes in, or 0: a look goes that way where no other is told.

    >>> ahead_at("going in the front cleanout toward the street".split(), 5)
    8
    """
    n = i + 1 if words[i] in HEADING and len(words) > i + 1 else i
    if words[n] not in TOWARD or not any(entering_at(words, k) for k in range(i)):
        return 0
    end = n + 2 if n + 1 < len(words) and words[n + 1] == "the" else n + 1
    for ahead in AHEAD:
        if tuple(words[end : end + len(ahead)]) == ahead:
            return end + len(ahead)
    return 0


def _access_soon(words: Sequence[str], at: int) -> bool:
    """The access stands behind no more than a few words that tell which."""
    return any(_is_access(words, n) for n in range(at, min(at + 7, len(words))))


def _is_access(words: Sequence[str], n: int) -> bool:
    """Whether an access is named here: a cleanout, or another opening."""
    if n >= len(words):
        return False
    opening = words[n] in OPENINGS and (
        words[n] in ("vent", "flange") or n > 0 and words[n - 1] in OF_OPENINGS | {"the"}
    )
    return words[n] in ACCESS or tuple(words[n : n + 2]) == ("clean", "out") or opening


def _names_access(words: Sequence[str]) -> bool:
    return any(_is_access(words, n) for n in range(len(words)))


TURNS = words_of("going heading headed turning running bending goes turns heads bends pointing runs")
GROUND_AHEAD = words_of("street house main city road curb alley building yard driveway garage sidewalk back front")


def toward_at(words: Sequence[str], i: int) -> int:
    """The end of ``going toward the street``: which way the pipe goes on, and nothing that is there; or 0.

    >>> toward_at("a 90 going toward the street".split(), 2), toward_at("offset toward the south".split(), 1)
    (6, 0)
    """
    n = i + (words[i] in TURNS)
    if any(entering_at(words, k) for k in range(i)):
        return 0  # which way the camera goes: the run's own
    if n >= len(words) or words[n] not in ("toward", "towards") and not (n > i and words[n] == "to"):
        return 0
    n += 1
    while n < len(words) and words[n] in ("the", "our", "your", "his", "her", "city"):
        n += 1
    return n + 1 if n < len(words) and words[n] in GROUND_AHEAD else 0
