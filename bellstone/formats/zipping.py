"""Files in one zip, without a clock: the same files are the same bytes."""

import io
import re
import zipfile

ZIP_TIME = (1980, 1, 1, 0, 0, 0)  # the earliest a zip knows
CHANGED = re.compile(rb"(<dcterms:modified[^>]*>)[^<]*(</dcterms:modified>)")
NO_CLOCK = rb"\g<1>1980-01-01T00:00:00Z\g<2>"


def zipped(files: dict[str, bytes]) -> bytes:
    """The files in one, the same bytes for the same files.

    >>> zipped({"a.txt": b"a"}) == zipped({"a.txt": b"a"})
    True
    """
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in files.items():
            archive.writestr(zipfile.ZipInfo(name, ZIP_TIME), data, zipfile.ZIP_DEFLATED)
    return out.getvalue()


def without_clock(workbook: bytes) -> bytes:
    """A workbook (itself a zip) without the time at which it was written, its parts in their own order."""
    with zipfile.ZipFile(io.BytesIO(workbook)) as archive:
        return zipped({name: CHANGED.sub(NO_CLOCK, archive.read(name)) for name in archive.namelist()})
