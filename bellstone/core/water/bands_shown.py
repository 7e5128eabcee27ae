"""Bands of the water as they are shown, and where nobody looked."""

from collections.abc import Sequence

import numpy as np

from bellstone.core.ground import IN_PER_FT, Array, DomainError, or_none, rounded
from bellstone.core.profile import DRAWS
from bellstone.core.water.bands import Bands, bands_of
from bellstone.core.water.line import NamedPond
from bellstone.core.water.part import Part, pond_id
from bellstone.core.water.ponding import PondBand as CorePondBand
from bellstone.core.water.ponds_shown import two_reading_sag
from bellstone.core.water.shown import NotKnown, PondBand, WaterBands


def not_known(parts: Sequence[Part]) -> tuple[NotKnown, ...]:
    """Where the shape would hold water that nobody looked at, and where dry was said of what would hold it."""
    out = []
    for p in parts:
        for u in p.water.unread:
            if p.first <= u.end <= p.last + 1:
                out.append(NotKnown(start_ft=u.start, end_ft=u.end, why=f"{u.why}: read a depth at rest here"))
        for d in p.water.dry_conflicts:
            why = f"seen dry, but the readings would have {d.depth * IN_PER_FT:.1f} in here"
            mend = "check the footages, and that the water was off"
            out.append(NotKnown(start_ft=d.start, end_ft=d.end, why=f"{why}: {mend}"))
    return tuple(out)


THRESHOLD_WORDS = ("over ½ in", "over 1 in", "over a quarter of the bore", "over half the bore", "to the crown")


def water_bands(parts: Sequence[Part]) -> WaterBands:
    """The bands of a path's water: they follow an edit's answer."""
    try:
        each = [bands_of(p.water) for p in parts]
    except DomainError as error:
        return _no_bands(f"No bands: {error.name} at {error.got} ft: {error.wanted}")
    cut = [p.shown for p in parts]

    def column(name: str) -> Array:
        return np.concatenate([getattr(b, name)[c] for b, c in zip(each, cut, strict=True)]) if parts else np.zeros(0)

    return WaterBands(
        low_ft=rounded(column("low"), 4),
        high_ft=rounded(column("high"), 4),
        depth_low_in=or_none(column("depth_low") * IN_PER_FT, 3),
        depth_high_in=or_none(column("depth_high") * IN_PER_FT, 3),
        ponds=tuple(
            _pond_band(p, named, b.ponds[n], b.sags[n])
            for p, b in zip(parts, each, strict=True)
            for n, named in p.ponds
        ),
        chances_unseen=tuple(
            (a, e, c)
            for p, b in zip(parts, each, strict=True)
            for a, e, c in _unseen(b)
            if p.first <= e and a <= p.last
        ),
        draws=DRAWS,
        trouble="",
    )


def _unseen(bands: Bands) -> list[tuple[float, float, float]]:
    return [(a, b, c) for a, b, c in bands.not_known if c is not None]


def _pond_band(part: Part, named: NamedPond, band: CorePondBand, sag: tuple[float, float] | None) -> PondBand:
    return PondBand(
        id=pond_id(part, named),
        depth_in=_holding(band.depth, named.pond.depth, LEAST_BAND_FT, IN_PER_FT),
        length_ft=None if named.as_read else _holding(band.length, named.pond.length, LEAST_LENGTH_BAND_FT),
        volume_gal=None if named.as_read else _holding(band.volume_gal, part.water.volume_gal(named.pond), LEAST_GAL),
        sag_in=(sag[0] * IN_PER_FT, sag[1] * IN_PER_FT) if sag and two_reading_sag(part.water, named) is None else None,
        chances=tuple(zip(THRESHOLD_WORDS, band.chance, strict=True)),
    )


LEAST_BAND_FT = 0.02  # no band is narrower to either side than a ruler reads: handbook 2.5
LEAST_LENGTH_BAND_FT = 0.25
LEAST_GAL = 0.05


def _holding(band: tuple[float, float], likely: float, least: float, unit: float = 1.0) -> tuple[float, float]:
    """A band that holds its own number, and has a width: what the draws leave, never less than can be read."""
    low, high = min(band[0], likely - least), max(band[1], likely + least)
    return max(low, 0.0) * unit, high * unit


def _no_bands(trouble: str) -> WaterBands:
    return WaterBands(
        low_ft=(), high_ft=(), depth_low_in=(), depth_high_in=(), ponds=(), chances_unseen=(), draws=0, trouble=trouble
    )
