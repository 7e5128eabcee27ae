"""Counts in words."""


def many(count: int, one: str, several: str) -> str:
    return "" if count == 0 else one if count == 1 else f"{count} {several}"
