"""What is said beside a thing and measured as nothing: as it was before, where it is worst, just past which joint."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

# "same as last time", "that was in the first report"
ALIKE = tuple(
    (*lead.split(), joint)
    for joint, leads in (
        ("as", ("same", "just", "")),
        ("like", ("just", "still", "")),
        ("from", ("unchanged", "no change", "not changed")),
        ("since", ("unchanged", "no change", "not changed", "same")),
        ("than", ("no worse", "no different")),
        ("in", ("that was", "it was")),
    )
    for lead in leads
)
NOTED = words_of("noted reported seen described mentioned found on in at from with the my our that it was")
WHICH = words_of("first last previous prior earlier other old original")
LOOKS = words_of(
    "time visit video report inspection look survey year month film footage tape spring fall winter summer"
)
ALONE = words_of("before earlier previously then")
MOST_WORDS = 7  # of a comparison: working value

WORST = words_of("worst heaviest thickest biggest widest deepest densest strongest lightest")
# "mostly on the left" tells a side; "worst on the bottom" tells one of several
ON = words_of("on at along near toward towards around in")
ROUND = words_of("the bottom top left right side sides crown invert floor hand upper lower half")
SIDES = words_of("bottom top left right side sides crown invert floor")

NEAR = words_of("past before after beyond behind shy short ahead upstream downstream outside inside")
JUST = words_of("just right barely immediately")
OF_A_JOINT = words_of("joint hub bell collar")

HANGING = words_of("hanging hangs hang hung dangling dangles reaching reaches")
HALFWAY = words_of("halfway halfways partway midway")
DOWN = words_of("down across about maybe almost nearly into in to the up pipe out")

# it goes by and by: where the last of it is
TAPERS = frozenset(
    (verb, way)
    for verb in words_of("taper tapers peter peters die dies fade fades play plays")
    for way in ("off", "out")
)
OF_THE_CAMERA = words_of("picture camera light lights lamp signal screen image video battery beacon sound feed")

ORDINALS = words_of("first second third fourth fifth")
COUNTED = words_of(
    "coupling couplings wye wyes tee tees bend bends elbow cleanout repair patch branch lateral tie tap clamp"
)
LEADS = words_of("at to past before after from between by beyond near until for the this that my our every each in of")

GROWN = words_of("come came coming grown grew growing regrown back again has have are is some")
WORKS = words_of("cutting cleaning jetting cut clean snaking rodding service repair")

WRAPPED = words_of("wrapped tangled caught wound hung")
OWN = words_of("cable rod skid camera head lens guide wheels")
OF_WHOM = words_of("the a that this his her their our my your neighbor is neighbors neighbour city big old front back")
SOURCES = words_of("""
    tree trees maple oak ficus willow pine elm poplar birch sycamore hedge bush bushes vine vines shrub shrubs palm garden restaurant cafe
    bakery kitchen laundromat salon church school shop garage
""")

CABLES = words_of("cable rod pushrod")  # what it does in the hand or the pipe says why one went no further
KEEPS = words_of("is was just kept keeps keep started starting starts all and had has been only")
BUNCHES = words_of(
    "bunching bunched bunches bunch coiling coiled coils balling balled buckling buckled buckles flexing looping looped"
)
UP = words_of("up behind me on itself in there back here the pipe cleanout us again")

LOST = words_of("lost losing loses missing")
EXTENTS = words_of("height diameter roundness")
FAR = 8  # words between *lost* and what it was lost of: working value


def beside_at(words: Sequence[str], i: int) -> int:
    """Where words end that are kept as said beside the thing they go with; 0 where none begin here.

    >>> beside_at("44 root ball same as last time".split(), 3), beside_at("same as the last joint".split(), 0)
    (7, 0)
    >>> beside_at("roots all around worst on the bottom".split(), 3), beside_at("worst at 45".split(), 0)
    (7, 0)
    >>> beside_at("crack just past the joint at 36".split(), 1), beside_at("crack just past 36".split(), 1)
    (5, 0)
    >>> beside_at("hanging down about halfway".split(), 0), beside_at("hanging at 40".split(), 0)
    (4, 0)
    >>> beside_at("second coupling at 30".split(), 0), beside_at("past the second coupling".split(), 2)
    (1, 0)
    >>> beside_at("the cable just kept bunching up behind me".split(), 0), beside_at("cable through the pipe".split(), 0)
    (8, 0)
    >>> beside_at("roots came back since the last cutting".split(), 1), beside_at("back since 40".split(), 0)
    (7, 0)
    """
    return max(
        told(words, i)
        for told in (_as_before, _worst_on, _near_a_joint, _hanging, _counted, _cable, _since, _wrapped, _from_source)
    )


def lost_at(words: Sequence[str], i: int) -> int:
    """Where *lost* ends before a share ``of the height``, that says how far out of round a pipe is; 0 elsewhere.

    >>> lost_at("lost maybe a fifth of the height".split(), 0), lost_at("lost the picture".split(), 0)
    (1, 0)
    """
    return i + 1 if words[i] in LOST and EXTENTS & set(words[i + 1 : i + FAR]) else 0


def tapers_at(words: Sequence[str], i: int) -> int:
    """Where words end that say a thing comes to an end by and by; 0 where none begin here, or the picture does.

    >>> tapers_at("and tapers off by 15".split(), 1), tapers_at("picture fades out by 33".split(), 1)
    (4, 0)
    """
    if tuple(words[i : i + 2]) not in TAPERS or i and words[i - 1] in OF_THE_CAMERA:
        return 0
    return i + 3 if tuple(words[i + 2 : i + 3]) in (("by",), ("at",)) else i + 2


def _is_over(words: Sequence[str], n: int) -> bool:
    """Whether a clause ends there, or a place begins."""
    return n >= len(words) or not words[n][0].isalnum() or words[n] in ("and", "but", "at", "so")


def _as_before(words: Sequence[str], i: int) -> int:
    for lead in ALIKE:
        if tuple(words[i : i + len(lead)]) != lead:
            continue
        n = i + len(lead)
        if words[n : n + 1] and words[n] in ALONE and _is_over(words, n + 1):
            return n + 1
        while n < len(words) and words[n] in NOTED | WHICH and n - i < MOST_WORDS:
            n += 1
        look = n < len(words) and words[n] in LOOKS and bool(WHICH & set(words[i:n]))
        earlier = n < len(words) and words[n] in ALONE and n > i + len(lead)
        if (look or earlier) and _is_over(words, n + 1):
            return n + 1
    return 0


def _worst_on(words: Sequence[str], i: int) -> int:
    if words[i] not in WORST or i + 1 >= len(words) or words[i + 1] not in ON:
        return 0
    n = i + 2
    while n < len(words) and words[n] in ROUND:
        n += 1
    return n if SIDES & set(words[i + 2 : n]) and _is_over(words, n) else 0


def _near_a_joint(words: Sequence[str], i: int) -> int:
    n = i + (words[i] in JUST)
    if n == i or n + 2 >= len(words) or words[n] not in NEAR:
        return 0
    n += 1 + (words[n + 1] == "of")
    ends = n + 1 < len(words) and words[n] in ("the", "that", "this", "a") and words[n + 1] in OF_A_JOINT
    return n + 2 if ends and _is_over(words, n + 2) else 0


def _hanging(words: Sequence[str], i: int) -> int:
    if words[i] not in HANGING:
        return 0
    n = i + 1
    while n < len(words) and words[n] in DOWN | HALFWAY:
        n += 1
    return n if HALFWAY & set(words[i:n]) and _is_over(words, n) else 0


def _since(words: Sequence[str], i: int) -> int:
    """``grew back since the last cutting``: what it did since it was looked at, or cut, before."""
    n = i
    while n < len(words) and words[n] in GROWN:
        n += 1
    if n == i or n >= len(words) or words[n] != "since":
        return 0
    n += 1
    while n < len(words) and words[n] in NOTED | WHICH:
        n += 1
    return n + 1 if n < len(words) and words[n] in LOOKS | WORKS and _is_over(words, n + 1) else 0


def _wrapped(words: Sequence[str], i: int) -> int:
    """``wrapped around the cable``: what it did to the camera or its rod."""
    if words[i] not in WRAPPED:
        return 0
    n = i + 1
    while n < len(words) and words[n] in ("around", "up", "in", "on", "all", "the", "my", "our"):
        n += 1
    return n + 1 if n > i + 1 and n < len(words) and words[n] in OWN and _is_over(words, n + 1) else 0


def _from_source(words: Sequence[str], i: int) -> int:
    """``from the neighbor's maple``, ``from the restaurant next door``: where something comes from, above the ground."""
    if words[i] != "from":
        return 0
    n = i + 1
    while n < len(words) and words[n] in OF_WHOM:
        n += 1
    named = n
    while n < len(words) and words[n] in SOURCES:
        n += 1
    ends = n + 2 if tuple(words[n : n + 2]) == ("next", "door") else n
    return ends if n > named and _is_over(words, ends) else 0


def _cable(words: Sequence[str], i: int) -> int:
    n = i + (words[i] in ("the", "my", "our"))
    if n + 1 >= len(words) or words[n] not in CABLES:
        return 0
    n += 1
    while n < len(words) and words[n] in KEEPS:
        n += 1
    if n >= len(words) or words[n] not in BUNCHES:
        return 0
    n += 1
    while n < len(words) and words[n] in UP:
        n += 1
    return n if _is_over(words, n) else 0


def _is_so_many(words: Sequence[str], n: int) -> bool:
    """Whether *two*, *three* or *four* stands there, and behind it what is counted."""
    many = n + 1 < len(words) and words[n] in ("two", "three", "four", "2", "3", "4", "these", "those")
    return many and words[n + 1] in COUNTED


def _counted(words: Sequence[str], i: int) -> int:
    of = i + 2 + (tuple(words[i + 2 : i + 3]) == ("the",))
    if words[i] in ORDINALS and tuple(words[i + 1 : i + 2]) == ("of",) and _is_so_many(words, of):
        return of + 1  # "second of two wyes"
    counted = words[i] in ORDINALS and i + 1 < len(words) and words[i + 1] in COUNTED
    led = i > 0 and (words[i - 1] in LEADS or words[i - 1][0].isdecimal())  # "past the second wye"; "20 second wait"
    return i + 1 if counted and not led else 0
