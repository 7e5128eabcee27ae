"""The adjusted invert: the record's pipe and readings, and the least squares that fits them."""

from bellstone.core.profile.adjust import DRAWS, Profile, adjusted
from bellstone.core.profile.bed import Bed, Dam, DamKind, bed_of
from bellstone.core.profile.mesh import Mesh
from bellstone.core.profile.pools import HEAD_RADIUS_FT, SIGMA_REST_FT, MainLevel, drains_in
from bellstone.core.profile.reaches import SIGMA_GIVEN
from bellstone.core.profile.readings import Invert, depth_sigma, invert_of
from bellstone.core.profile.said import SIGMA_HOLD_FT, Height, Residual
from bellstone.core.profile.surface import Surface, surface_of

__all__ = [
    "Bed",
    "DRAWS",
    "Dam",
    "DamKind",
    "HEAD_RADIUS_FT",
    "Height",
    "Invert",
    "MainLevel",
    "Mesh",
    "Profile",
    "Residual",
    "SIGMA_GIVEN",
    "SIGMA_HOLD_FT",
    "SIGMA_REST_FT",
    "Surface",
    "adjusted",
    "bed_of",
    "depth_sigma",
    "drains_in",
    "invert_of",
    "surface_of",
]
