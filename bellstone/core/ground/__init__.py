"""What every room stands on: errors, units, bands and what is kept by identity."""

from bellstone.core.ground.bands import RANGE_TO_SIGMA, ROOT_12, Z_90, Array, band_of, normals
from bellstone.core.ground.cache import remembered, uncollected
from bellstone.core.ground.columns import or_none, rounded
from bellstone.core.ground.errors import BellStoneError, DomainError, RecordError
from bellstone.core.ground.geodesy import feet_from
from bellstone.core.ground.units import (
    FT3_PER_YD3,
    GAL_PER_FT3,
    IN_PER_FT,
    INCHES,
    NUMBER,
    depth_readings_ft,
    length_ft,
    number,
    plain,
    tidy,
)
from bellstone.core.ground.words import many

__all__ = [
    "Array",
    "BellStoneError",
    "DomainError",
    "FT3_PER_YD3",
    "GAL_PER_FT3",
    "INCHES",
    "IN_PER_FT",
    "NUMBER",
    "RANGE_TO_SIGMA",
    "ROOT_12",
    "RecordError",
    "Z_90",
    "band_of",
    "depth_readings_ft",
    "feet_from",
    "length_ft",
    "many",
    "normals",
    "number",
    "or_none",
    "plain",
    "remembered",
    "rounded",
    "tidy",
    "uncollected",
]
