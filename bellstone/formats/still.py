"""A still taken from outside: looked at whole, made small, and stripped of where and with what it was taken."""

import io
from base64 import b64encode
from hashlib import sha256
from typing import NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

from bellstone.core.ground import DomainError

TAKEN = ("JPEG", "PNG", "WEBP")
MOST_BYTES = 20_000_000
MOST_PIXELS = 60_000_000  # what a still camera of today makes; more is refused before it is unpacked
LONGEST_PX = 1600
QUALITY = 85
PRINTED_PX = 640  # on a page it is 46 mm wide: some 350 dots an inch


class Still(NamedTuple):
    """A picture as it is kept: JPEG, its size [px], and its name, the digest of its bytes."""

    name: str
    jpeg: bytes
    width_px: int
    height_px: int


def still_of(data: bytes) -> Still:
    """A picture as the desk keeps it: upright, at most 1,600 px long, on white, without what the camera wrote into it.

    Raises
    ------
    DomainError
        Nothing, too much, or no picture of a kind that is taken.

    Examples
    --------
    >>> made = io.BytesIO()
    >>> Image.new("RGB", (3200, 800)).save(made, "PNG")
    >>> still_of(made.getvalue())[2:]
    (1600, 400)
    """
    if not data:
        raise DomainError("picture", "", "is empty: choose a JPEG, PNG or WebP file")
    if len(data) > MOST_BYTES:
        raise DomainError(
            "picture", f"{len(data) / 1e6:.0f} MB", f"wants at most {MOST_BYTES / 1e6:.0f} MB: save it smaller"
        )
    try:
        with Image.open(io.BytesIO(data), formats=TAKEN) as opened:
            wide, high = opened.size
            if wide * high > MOST_PIXELS:
                raise DomainError("picture", f"{wide} × {high} px", f"wants at most {MOST_PIXELS / 1e6:.0f} megapixels")
            upright = ImageOps.exif_transpose(opened)
            upright.thumbnail((LONGEST_PX, LONGEST_PX))
            plain = _on_white(upright)
    except (UnidentifiedImageError, Image.DecompressionBombError, OSError, SyntaxError, ValueError) as error:
        if isinstance(error, DomainError):
            raise
        raise DomainError(
            "picture", "", "is no whole JPEG, PNG or WebP picture: save it again, or take another"
        ) from error
    made = io.BytesIO()
    plain.save(made, "JPEG", quality=QUALITY, optimize=True)
    jpeg = made.getvalue()
    return Still(sha256(jpeg).hexdigest(), jpeg, *plain.size)


def _on_white(picture: Image.Image) -> Image.Image:
    if not picture.has_transparency_data:
        return picture.convert("RGB")
    seen = picture.convert("RGBA")
    white = Image.new("RGBA", seen.size, "white")
    return Image.alpha_composite(white, seen).convert("RGB")


def still_svg(jpeg: bytes) -> str:
    """A kept picture, as large as a page shows it, inside an SVG: how a template takes one with its other data."""
    with Image.open(io.BytesIO(jpeg), formats=("JPEG",)) as opened:
        opened.thumbnail((PRINTED_PX, PRINTED_PX))
        wide, high = opened.size
        made = io.BytesIO()
        opened.save(made, "JPEG", quality=QUALITY, optimize=True)
    jpeg = made.getvalue()
    inside = f"data:image/jpeg;base64,{b64encode(jpeg).decode()}"
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide}" height="{high}">'
        f'<image width="{wide}" height="{high}" href="{inside}"/></svg>'
    )
