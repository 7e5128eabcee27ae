"""That one did not come as far as the main, however it is said: ``couldn't make it to the main``."""

from collections.abc import Sequence

from bellstone.core.ear.wording import words_of

NOT = tuple(
    tuple(words.split())
    for words in ("could not", "can not", "did not", "do not", "was not able to", "were not able to", "not able to", "unable to", "never",
                  "failed to", "would not", "will not", "without", "not possible to", "was not possible to", "have not", "has not")
)  # fmt: skip
COME = words_of("""
    make made get got getting reach reached reaching come came coming push pushed pushing advance advanced arrive arrived
    go went going attain attained find found locate see saw seen hit gain continue proceed run
""")
ON = words_of("it all the way as far out on through down clear up even quite really ever actually camera to at into in")
OF_THE_CITY = words_of("city public street municipal sewer")
MAINS = words_of("main mains")


def short_of_main_at(words: Sequence[str], i: int) -> int:
    """Where the words end that say one did not come to the main, which stands right behind them; 0 where none begin here.

    >>> short_of_main_at("could not make it to the main".split(), 0), short_of_main_at("unable to reach the city main".split(), 0)
    (5, 3)
    >>> short_of_main_at("could not see the crack".split(), 0), short_of_main_at("did not stop at the main".split(), 0)
    (0, 0)
    """
    lead = next((len(p) for p in NOT if tuple(words[i : i + len(p)]) == p), 0)
    n = i + lead
    if not lead or n >= len(words) or words[n] not in COME:
        return 0
    n += 1
    while n < len(words) and words[n] in ON - {"the"} | (
        {"the"} if words[n + 1 : n + 2] in (["way"], ("way",)) else set()
    ):
        n += 1
    at = n + (words[n : n + 1] in (["the"], ("the",)))
    while at < len(words) and words[at] in OF_THE_CITY:
        at += 1
    return n if at < len(words) and words[at] in MAINS else 0
