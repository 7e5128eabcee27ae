"""Sets of words as they are written: apart by spaces."""


def words_of(text: str) -> frozenset[str]:
    """The words of a text.

    >>> sorted(words_of("off down"))
    ['down', 'off']
    """
    return frozenset(text.split())
