"""Stills as they are kept: small, upright, on white, without what the camera wrote; anything else is refused in words."""

import io
from typing import Any

import pytest
from PIL import Image
from pypdf import PdfReader

from bellstone.core.assess import assess
from bellstone.core.edits import record_from_page, with_still
from bellstone.core.ground import DomainError, RecordError
from bellstone.core.record import Lateral, read_lateral
from bellstone.formats.bundle import bundle
from bellstone.formats.pdf import report_pdf
from bellstone.formats.still import LONGEST_PX, MOST_BYTES, still_of

RED = (220, 20, 20)
ORIENTATION, GPS, MAKER = 0x0112, 0x8825, 0x010F


def picture(
    wide: int = 64, high: int = 48, kind: str = "PNG", mode: str = "RGB", colour: Any = RED, **saved: Any
) -> bytes:
    made = io.BytesIO()
    Image.new(mode, (wide, high), colour).save(made, kind, **saved)
    return made.getvalue()


def opened(jpeg: bytes) -> Image.Image:
    return Image.open(io.BytesIO(jpeg))


def shown() -> tuple[Lateral, dict[str, bytes]]:
    record, _ = record_from_page("run A cleanout clay 4in, facing main\n20 roots 40%\n30 hole 3in\n60 main")
    still = still_of(picture(400, 300))
    return with_still(record, "s2", still.name), {still.name: still.jpeg}


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_each_kind_is_kept_as_jpeg_of_the_same_size(kind: str) -> None:
    still = still_of(picture(kind=kind))
    assert (still.width_px, still.height_px) == (64, 48) and opened(still.jpeg).format == "JPEG"


@pytest.mark.parametrize(("wide", "high", "kept"), [
    (LONGEST_PX, 900, (1600, 900)), (LONGEST_PX + 400, 1000, (1600, 800)), (500, 4000, (200, 1600)),
])  # fmt: skip
def test_what_is_longer_is_made_smaller_in_its_own_shape(wide: int, high: int, kept: tuple[int, int]) -> None:
    assert still_of(picture(wide, high, "JPEG"))[2:] == kept


def test_it_is_turned_upright_and_nothing_of_the_camera_stays() -> None:
    written = Image.Exif()
    written[ORIENTATION], written[MAKER] = 6, "maker"  # a quarter turn
    written.get_ifd(GPS)[1] = "N"
    still = still_of(picture(kind="JPEG", exif=written.tobytes()))
    assert (still.width_px, still.height_px) == (48, 64)
    assert dict(opened(still.jpeg).getexif()) == {} and b"maker" not in still.jpeg


def test_what_is_seen_through_lies_on_white() -> None:
    pixel = opened(still_of(picture(mode="RGBA", colour=(0, 0, 0, 0))).jpeg).getpixel((9, 9))
    assert isinstance(pixel, tuple) and min(pixel) > 250


def test_the_same_picture_has_the_same_name() -> None:
    assert still_of(picture()) == still_of(picture()) != still_of(picture(colour=(0, 0, 200)))


@pytest.mark.parametrize(("data", "said"), [
    (b"", "is empty"),
    (b"%PDF-1.7 not a picture", "is no whole JPEG, PNG or WebP"),
    (picture(400, 300, "JPEG")[:800], "is no whole JPEG, PNG or WebP"),
    (picture(kind="GIF"), "is no whole JPEG, PNG or WebP"),
    (picture(kind="TIFF"), "is no whole JPEG, PNG or WebP"),
    (b"\xff" * (MOST_BYTES + 1), "wants at most 20 MB"),
    (picture(10_000, 6_001, mode="1", colour=0), "wants at most 60 megapixels"),
])  # fmt: skip
def test_anything_else_is_refused_in_words(data: bytes, said: str) -> None:
    with pytest.raises(DomainError, match=said):
        still_of(data)


def test_the_report_shows_it_beside_its_finding_and_is_the_same_bytes_again() -> None:
    record, stills = shown()
    found = assess(record)
    made = report_pdf(found, stills=stills)
    pages = PdfReader(io.BytesIO(made)).pages
    assert sum(len(p.images) for p in pages) == 1
    assert made == report_pdf(found, stills=stills)
    assert not any(p.images for p in PdfReader(io.BytesIO(report_pdf(found))).pages)


def test_the_page_has_it_no_larger_than_it_is_printed() -> None:
    record, _ = record_from_page("run A cleanout clay 4in, facing main\n30 hole 3in\n60 main")
    still = still_of(picture(1600, 1200))
    made = report_pdf(assess(with_still(record, "s1", still.name)), stills={still.name: still.jpeg})
    (image,) = [i for p in PdfReader(io.BytesIO(made)).pages for i in p.images]
    assert image.image is not None and image.image.size == (640, 480)


@pytest.mark.parametrize("name", ["../secret", "a/b", "x" * 81, "a b", "<b>"])
def test_a_still_is_named_and_never_a_path(name: str) -> None:
    record, _ = shown()
    tree = record.model_dump(mode="json")
    tree["visits"][0]["sightings"][1]["photo"] = name
    with pytest.raises(RecordError, match="photo"):
        read_lateral(tree)


def test_a_copy_without_names_has_no_stills_and_says_so() -> None:
    record, stills = shown()
    pages = PdfReader(io.BytesIO(report_pdf(assess(record), names=False, stills=stills))).pages
    assert not any(p.images for p in pages)
    assert "name and address, 1 still." in " ".join(" ".join(p.extract_text() for p in pages).split())


def test_the_bundle_has_them_in_a_folder_by_the_names_the_file_has() -> None:
    record, stills = shown()
    (name,) = stills
    files = bundle(record, assess(record), only=("json",), stills=stills)
    assert files[f"stills/{name}.jpg"] == stills[name] and name.encode() in files["lateral.bellstone.json"]
    assert not any(f.startswith("stills/") for f in bundle(record, assess(record), only=("csv",), stills=stills))


def test_said_anew_the_row_keeps_its_still_and_one_that_is_gone_takes_none() -> None:
    record, stills = shown()
    assert next(f.photo for f in assess(record).findings if f.id == "s2") in stills
    assert with_still(record, "s2", "").visits[0].sightings[1].photo == ""
    with pytest.raises(DomainError, match="not on this lateral any more"):
        with_still(record, "s9", "x")
