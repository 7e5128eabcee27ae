"""Lines that tell how the pipe lies: surveyed inverts, pitch, its fall, the ground's, and the water in the main."""

import re

from bellstone.core.entry.positions import read_position
from bellstone.core.entry.reading import NEW, Act, Choice, Lie, Question, ReadInvert, ReadPitch
from bellstone.core.ground import IN_PER_FT, NUMBER, number
from bellstone.core.record import NOT_KNOWN, Amount, InvertReading, PitchReading

Levels = tuple[list[Act], list[Question]]
ODD = r"(?P<odd>\s+suspect|\s*\?)?"
PM = rf"(?:\s*(?:±|\+-|\+/-)\s*(?P<pm>{NUMBER})\s*(?:ft|%|')?)?"
INCHES_A_FOOT = rf"(?P<n>{NUMBER})\s*(?:in|\")\s*(?:per|a|/)\s*(?:ft|foot|')"


def read_levels(text: str) -> Levels | None:
    """The acts of a line that tells how the pipe lies, or None.

    >>> read_levels("41.5 invert 97.42")[0][0].reading.elevation_ft
    97.42
    """
    for reader in (_invert, _pitch, _pitch_word, _main, _ground, _fall, _vertical):
        read = reader(text)
        if read is not None:
            return [read], []
    return _bare(text)


def _bare(text: str) -> Levels | None:
    """A pitch, a fall or a level of the main whose number says no unit: asked, never guessed."""
    stands = re.fullmatch(
        rf"(?P<what>main\s+stands)\s+(?P<n>{NUMBER})(?P<side>\s+(?:above|below).*)?", text.strip(), re.I
    )
    if stands is not None:
        units = [f"{stands['n']}{unit}" for unit in ("in", "ft")]
        levels = [Choice(label=f"{n[:-2]} {n[-2:]}", line=f"{stands['what']} {n}{stands['side'] or ''}") for n in units]
        asked = f"{stands['what']} {stands['n']} of what?"
        return [], [Question(text=asked, start=0, end=len(text.rstrip()), choices=tuple(levels))]
    placed = read_position(text)
    match = re.match(rf"(?P<what>pitch|fall)\s+(?P<n>-?{NUMBER})\s*$", text[placed.rest :], re.I)
    if match is None:
        return None
    line = text.rstrip()
    choices = [Choice(label=f"{match['n']} %", line=f"{line}%")]
    if match["what"].lower() == "fall":
        choices.append(Choice(label=f"{match['n']} in a foot", line=f"{line}in per ft"))
    asked = f"{match['what']} {match['n']} of what?"
    return [], [Question(text=asked, start=placed.rest, end=len(line), choices=tuple(choices))]


def _invert(text: str) -> Act | None:
    placed = read_position(text)
    match = re.match(rf"invert\s+(?P<z>-?{NUMBER})\s*(?:ft|')?{PM}{ODD}\s*$", text[placed.rest :], re.I)
    if match is None:
        return None
    tree = {
        "id": NEW, "position": placed.position, "elevation_ft": _signed(match["z"]), "suspect": bool(match["odd"]),
        "sigma_ft": number(match["pm"]) if match["pm"] else None, "said": text,
    }  # fmt: skip
    return ReadInvert(reading=InvertReading.model_validate(tree))


def _pitch(text: str) -> Act | None:
    placed = read_position(text)
    match = re.match(rf"pitch\s+(?P<g>-?{NUMBER})\s*%{PM}{ODD}\s*$", text[placed.rest :], re.I)
    if match is None:
        return None
    tree = {
        "id": NEW, "position": placed.position, "grade_pct": _signed(match["g"]), "suspect": bool(match["odd"]),
        "sigma_pct": number(match["pm"]) if match["pm"] else None,
    }  # fmt: skip
    return ReadPitch(reading=PitchReading.model_validate(tree))


# What a pitch said in a word comes to, and its sigma [%]: as the words of a whole line's fall, handbook 2.5.
PITCH_WORDS = {"back": (-1.0, 1.0), "flat": (0.3, 0.5), "good": (2.08, 1.0), "steep": (4.0, 1.5)}


def _pitch_word(text: str) -> Act | None:
    """``20 back pitch``: the pipe falls the wrong way there, by nobody's number."""
    placed = read_position(text)
    words = "|".join(PITCH_WORDS)
    match = re.fullmatch(
        rf"(?:(?P<a>{words})(?:ward)?[\s-]*(?:pitch(?:ed)?|fall)|(?:pitch(?:ed|es)?|falls)\s+(?P<b>{words})(?:wards?)?)"
        rf"|(?P<n>negative|reverse|adverse)\s+(?:pitch|fall|grade)",
        text[placed.rest :].strip(), re.I,
    )  # fmt: skip
    if match is None or (placed.rest == 0 and text.lower().startswith("fall")):
        return None
    word = "back" if match["n"] else (match["a"] or match["b"]).lower()
    pct, sigma = PITCH_WORDS[word]
    if placed.position.by == "order":
        return Lie(fall="word", fall_word=word)
    tree = {"id": NEW, "position": placed.position, "grade_pct": pct, "sigma_pct": sigma, "word": word}
    return ReadPitch(reading=PitchReading.model_validate(tree))


def _main(text: str) -> Act | None:
    unit = r"(?:(?P<ft>ft|feet|foot|')|in|inch(?:es)?|\")"
    said = rf"main\s+stands\s+(?P<n>{NUMBER})\s*{unit}(?:\s+(?:above|(?P<below>below))(?:\s+.*)?)?"
    match = re.fullmatch(said, text.strip(), re.I)
    if match is None:
        return None
    inches = number(match["n"]) * (IN_PER_FT if match["ft"] else 1) * (-1 if match["below"] else 1)
    return Lie(main_level=Amount(likely=inches, unit="in", said=text.strip()))


def _ground(text: str) -> Act | None:
    said = rf"ground\s+(?:(?P<level>level)|falls\s+(?P<g>-?{NUMBER})\s*%|(?P<no>not known))"
    match = re.fullmatch(said, text.strip(), re.I)
    if match is None:
        return None
    return Lie(ground="not_known") if match["no"] else Lie(ground="taken", ground_fall_pct=_signed(match["g"] or "0"))


def _fall(text: str) -> Act | None:
    said = rf"fall\s+(?:(?P<pct>-?{NUMBER})\s*%|{INCHES_A_FOOT}|(?P<word>steep|good|flat|back|not known))"
    match = re.fullmatch(said, text.strip(), re.I)
    if match is None:
        return None
    if match["word"]:
        word = match["word"].lower()
        return Lie(fall="not_known") if word == "not known" else Lie(fall="word", fall_word=word)
    return Lie(fall="given", fall_pct=_signed(match["pct"]) if match["pct"] else number(match["n"]) / 12 * 100)


def _vertical(text: str) -> Act | None:
    """``vertical cable 6 ft``, ``vertical cable not known``: what went straight down a stack, a drop or a riser first."""
    feet = rf"(?P<about>about\s+|~)?(?P<a>{NUMBER})(?:\s*(?:-|to)\s*(?P<b>{NUMBER}))?\s*(?:ft|feet|foot|')"
    match = re.fullmatch(
        rf"vertical(?:\s+cable)?\s+(?:{feet}|(?P<no>not known|unknown|not measured))", text.strip(), re.I
    )
    if match is None:
        return None
    said = text.strip()
    if match["no"]:
        return Lie(vertical=Amount(form="word", word=NOT_KNOWN, unit="ft", said=said))
    low, high = sorted((number(match["a"]), number(match["b"] or match["a"])))
    if match["b"]:
        return Lie(vertical=Amount(form="range", low=low, high=high, unit="ft", said=said))
    return Lie(vertical=Amount(form="about" if match["about"] else "value", likely=low, unit="ft", said=said))


def _signed(text: str) -> float:
    return -number(text[1:]) if text.startswith("-") else number(text)
