"""What was said, line by line: a page of notes, prose, ``[m:ss] text``, WebVTT or SRT, told apart by its content."""

import re
from collections.abc import Iterator

from bellstone.core.ear import SourceLine

_CUE = re.compile(r"(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})\s*-->")
_STAMP = re.compile(r"\s*\[(?:(\d+):)?(\d{1,3}):(\d{2})\]\s*(.*)$")
_MARKUP = re.compile(r"<[^>]{0,80}>")
_BLOCK = re.compile(r"(?:WEBVTT|NOTE|STYLE|REGION)\b")
MOST_LINES = 5000


def source_lines(text: str) -> list[SourceLine]:
    """The lines of a file of words, each with its number from 1 and its time [s] where it has one.

    Cues of a WebVTT or SRT file that follow each other without a full stop are one paragraph: speech is cut anywhere.

    >>> [(s.number, s.time_s, s.said) for s in source_lines("1\\n00:01:05,500 --> 00:01:08,000\\nroots at 41\\n")]
    [(2, 65.5, 'roots at 41')]
    >>> [(s.time_s, s.said) for s in source_lines("[1:05] roots at 41\\n[2:00] main at 60")]
    [(65.0, 'roots at 41'), (120.0, 'main at 60')]
    """
    written = text.lstrip("\ufeff").splitlines()[: MOST_LINES * 10]
    if any(_CUE.match(line) for line in written[:60]):
        return list(_joined(_cues(written)))
    return [
        _stamped(n, line)
        for n, line in enumerate(written, start=1)
        if line.strip() and not line.lstrip().startswith("#")
    ]


def _stamped(number: int, line: str) -> SourceLine:
    stamp = _STAMP.match(line)
    if stamp is None:
        return SourceLine(number=number, time_s=None, said=line.strip())
    hours, minutes, seconds = (float(part or 0) for part in stamp.group(1, 2, 3))
    return SourceLine(number=number, time_s=3600 * hours + 60 * minutes + seconds, said=stamp[4].strip())


def _cues(written: list[str]) -> Iterator[SourceLine]:
    """The words of each cue, with where it stands and when it begins; notes and styles are passed over."""
    time_s: float | None = None
    number = 0
    said: list[str] = []
    for n, line in enumerate([*written, ""], start=1):
        cue = _CUE.match(line)
        if cue:
            hours, minutes, seconds, part = (float(g or 0) for g in cue.groups())
            time_s, number, said = 3600 * hours + 60 * minutes + seconds + part / 10 ** len(cue[4]), n, []
        elif line.strip() and time_s is not None:
            said.append(_MARKUP.sub("", line).strip())
        elif time_s is not None:
            if said:
                yield SourceLine(number=number, time_s=time_s, said=" ".join(said))
            time_s = None


def _joined(cues: Iterator[SourceLine]) -> Iterator[SourceLine]:
    """Cues run together to whole sentences, under the time the first of them begins."""
    held: SourceLine | None = None
    for cue in cues:
        if held is not None and not re.search(r"[.?!]\W*$", held.said) and len(held.said) < 400:
            held = held.model_copy(update={"said": f"{held.said} {cue.said}"})
            continue
        if held is not None:
            yield held
        held = cue
    if held is not None:
        yield held
