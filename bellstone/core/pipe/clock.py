"""Clock positions: kept as seen, computed as looking with the flow, 12 at the crown."""

from typing import Literal

from bellstone.core.ground import DomainError

Heading = Literal["main", "house", "unknown"]
MIRRORED_WORD = {"up": "drop", "drop": "up", "left": "right", "right": "left"}
PICTURE_WORD_HOURS = {"top": 12.0, "right": 3.0, "bottom": 6.0, "left": 9.0, "crown": 12.0, "floor": 6.0}
PIPE_WORDS = ("crown", "floor")  # these name the pipe, not the picture: they never roll


def wrap(hour: float) -> float:
    """An hour on the face, in (0, 12].

    >>> wrap(13), wrap(0), wrap(-2.5)
    (1, 12, 9.5)
    """
    wrapped = hour % 12
    return 12 if wrapped == 0 else wrapped


def with_flow(hour: float, bottom_at: float, head_faces: Heading) -> float:
    """A clock hour of the picture, turned to looking with the flow with 12 at the crown.

    Roll first: ``h + 6 - bottom_at``; then, facing upstream, mirror: ``12 - h``.

    Parameters
    ----------
    hour : float
        As seen in the picture [hours], 0 to 12.
    bottom_at : float
        Where the invert, or still water, shows in the picture [hours]; 6 when upright.
    head_faces : "main" or "house"
        The way the head looks, as the run was pushed.

    Raises
    ------
    DomainError
        The heading is not known, or an hour is not on the face.

    Examples
    --------
    The bottom shows at 9: 9 is the invert, so the picture's 12 is the pipe's 9 looking with the flow.

    >>> with_flow(12, 9, "main"), with_flow(9, 9, "main"), with_flow(3, 6, "house")
    (9, 6, 9)
    """
    for name, value in (("hour", hour), ("bottom_at", bottom_at)):
        if not 0 <= value <= 12:
            raise DomainError(name, value, "wants an hour from 0 to 12")
    if head_faces == "unknown":
        raise DomainError("head_faces", head_faces, "wants main or house: the side cannot be told")
    upright = wrap(hour + 6 - bottom_at)
    return upright if head_faces == "main" else wrap(12 - upright)


def range_with_flow(start: float, end: float, bottom_at: float, head_faces: Heading) -> tuple[float, float]:
    """A clockwise range; mirrored, a..b becomes mirror(b)..mirror(a).

    >>> range_with_flow(12, 3, 6, "house")
    (9, 12)
    """
    a, b = with_flow(start, bottom_at, head_faces), with_flow(end, bottom_at, head_faces)
    return (a, b) if head_faces == "main" else (b, a)


def direction_with_flow(word: str, head_faces: Heading) -> str:
    """An offset's direction word with the flow: facing upstream, up and drop swap, left and right swap.

    >>> direction_with_flow("up", "house"), direction_with_flow("left", "main")
    ('drop', 'left')
    """
    return MIRRORED_WORD.get(word, word) if head_faces == "house" else word


def includes_six(start: float, end: float) -> bool:
    """Whether a clockwise range passes the invert.

    >>> includes_six(4, 8), includes_six(9, 3), includes_six(12, 12)
    (True, False, False)
    """
    return (6 - start) % 12 <= (end - start) % 12


def clocks_overlap(a: tuple[float, float], b: tuple[float, float], within: float = 1.0) -> bool:
    """Whether two clockwise ranges overlap, or are within an hour of it: a clock read by eye is no better.

    >>> clocks_overlap((11, 1), (12, 12)), clocks_overlap((2, 3), (8, 9))
    (True, False)
    """
    wide = (a[0] - within, (a[1] - a[0]) % 12 + 2 * within)
    return wide[1] >= 12 or (b[0] - wide[0]) % 12 <= wide[1] or (b[1] - wide[0]) % 12 <= wide[1] or (
        (a[0] - b[0]) % 12 <= (b[1] - b[0]) % 12
    )  # fmt: skip
