"""Source text into tokens: plain characters, spelled out, each with the span of the source it came from."""

import re
from dataclasses import replace

from bellstone.core.ear.lexicon import Lexicon
from bellstone.core.ear.token import Token
from bellstone.core.ground import plain

_TOKEN = re.compile(
    r"\d{1,2}:\d{2}\b|\d+(?:,\d{3})+(?!\d)|\d+/\d+|\d*\.\d+|\d+|[A-Za-z]+(?:'[A-Za-z]+)*|[^\sA-Za-z0-9\u200b]"
)
# what is said short with a stroke or a sign in it, longest first
_SHORT = re.compile(
    r"(?<![A-Za-z])(?:o/s|c/o|h2o|w/l|u/w|w/o|b/c|l/r|d/s|u/s|m/c|(?:[A-Za-z]\.){2,5}|p/l|p\s?v\s?c|a\s?b\s?s|o'\s?c(?:l(?:oc)?k?)?\.?|o'?\s?clo?c?k|w/)(?![A-Za-z])",
    re.I,
)


def tokens_of(text: str, lexicon: Lexicon) -> list[Token]:
    """The tokens of a line, numbers in words not yet joined.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> [t.word for t in tokens_of("rts @ jt, hvy", house_lexicon())]
    ['roots', '@', 'joint', ',', 'heavy']
    """
    written, places = _plain_with_places(text)
    out: list[Token] = []
    at = 0
    for short in _SHORT.finditer(written):
        out += _plain_tokens(written, at, short.start())
        said = re.sub(r"[\s.]", "", short[0].lower())
        said = "o'clock" if said[0] == "o" and said[:3] != "o/s" else said
        out.append(_token(said, short.start(), short.end(), written))
        at = short.end()
    out += _plain_tokens(written, at, len(written))
    spelled = _spelled(_without_dots(_without_hyphens(out, lexicon), lexicon), lexicon)
    return [replace(t, start=places[t.start], end=places[t.end - 1] + 1) for t in spelled]


JOIN = "\u200b"  # between a number and the fraction that was written onto it: nothing to read


def _plain_with_places(text: str) -> tuple[str, list[int]]:
    """Plain characters, and for each the place of the source it came from."""
    out: list[str] = []
    places: list[int] = []
    for n, c in enumerate(text):
        usual = c if c.isascii() else plain(c)
        if len(usual) > 1 and "/" in usual and n and text[n - 1].isdecimal():
            usual = JOIN + usual
        out.append(usual)
        places += [n] * len(usual)
    return "".join(out), places


def _plain_tokens(text: str, start: int, end: int) -> list[Token]:
    out: list[Token] = []
    for m in _TOKEN.finditer(text, start, end):
        if _is_list(m[0], text[max(m.start() - 1, 0) : m.start()], text[m.end() : m.end() + 1]):
            slash = m.start() + m[0].index("/")
            spans = ((m.start(), slash), (slash, slash + 1), (slash + 1, m.end()))
            out += [_token(text[a:b], a, b, text) for a, b in spans]
        else:
            out.append(_token(m[0], m.start(), m.end(), text))
    return out


OF_AN_INCH = frozenset({2, 3, 4, 5, 6, 8, 10, 16, 32})


def _is_list(said: str, before: str, after: str) -> bool:
    """``22/25/28``: numbers written side by side, and no part of one; ``3/8`` is one."""
    top, slash, bottom = said.partition("/")
    if not slash or not (top.isdecimal() and bottom.isdecimal()):
        return False
    return int(bottom) not in OF_AN_INCH or int(top) >= int(bottom) or "/" in (before, after)


def _token(said: str, start: int, end: int, text: str) -> Token:
    glued = start > 0 and not text[start - 1].isspace()  # JOIN is no space
    if re.fullmatch(r"\d{1,2}:\d{2}", said):
        return Token("0:00", start, end, glued=glued)
    if "/" in said and said[0].isdecimal():
        top, bottom = said.split("/")
        if not float(bottom):
            return Token(said, start, end, glued=glued)
        return Token("#", start, end, float(top) / float(bottom), fraction=True, glued=glued)
    if said[0].isdecimal() or said[0] == "." and len(said) > 1:
        return Token("#", start, end, float(said.replace(",", "")[:15]), glued=glued)
    return Token(said.lower(), start, end, glued=glued)


def _without_hyphens(found: list[Token], lexicon: Lexicon) -> list[Token]:
    """``egg-shaped`` as two words; a hyphen beside a number stays."""
    inner = {
        n for n in range(1, len(found) - 1)
        if found[n].word == "-" and found[n].glued and found[n + 1].glued
        and found[n - 1].word.isalpha() and found[n + 1].word.isalpha()
        and found[n - 1].word not in lexicon.numbers and found[n + 1].word not in lexicon.numbers
    }  # fmt: skip
    return [t for n, t in enumerate(found) if n not in inner]


def _without_dots(found: list[Token], lexicon: Lexicon) -> list[Token]:
    """A full stop behind an abbreviation is part of it."""
    out: list[Token] = []
    for n, t in enumerate(found):
        if t.word == "." and out and t.glued and _is_short(out[-1], found[n + 1 :], lexicon):
            out[-1] = replace(out[-1], end=t.end)
            continue
        out.append(t)
    return out


def _is_short(before: Token, after: list[Token], lexicon: Lexicon) -> bool:
    return before.word in lexicon.dotted or (before.word in lexicon.short and before.word.isalpha() and bool(after))


def _spelled(found: list[Token], lexicon: Lexicon) -> list[Token]:
    """Abbreviations and usual misspellings written out: one word may become several, of one span."""
    out: list[Token] = []
    for t in found:
        words = lexicon.short.get(t.word) if t.number is None else None
        if words is None and t.number is None and len(t.word) > 3 and "'" in t.word:
            words = lexicon.short.get(t.word.replace("'", ""))
        if words is None and t.word.endswith("'s") and t.word[:-2] in lexicon.known | lexicon.numbers:
            words = (t.word[:-2], "is")
        if words is None and t.word.endswith("in") and t.word not in lexicon.known and t.word + "g" in lexicon.known:
            words = (t.word + "g",)  # hangin, pokin
        if words is None and (mended := lexicon.mended(t.word)) is not None and t.word not in lexicon.numbers:
            words = (mended,)
        out += [replace(t, word=w) for w in words] if words else [t]
    return out
