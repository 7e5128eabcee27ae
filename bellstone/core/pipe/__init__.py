"""The pipe itself: hours of its face, its materials, its section part full, and water running in it."""

from bellstone.core.pipe.clock import (
    PICTURE_WORD_HOURS,
    PIPE_WORDS,
    clocks_overlap,
    direction_with_flow,
    includes_six,
    range_with_flow,
)
from bellstone.core.pipe.manning import (
    GPM_PER_CFS,
    SELF_CLEANSING_FT_S,
    LeastFall,
    discharge,
    minimum_grade,
    normal_depth,
    velocity,
)
from bellstone.core.pipe.materials import MATERIALS, material_from_word
from bellstone.core.pipe.section import (
    area_share,
    area_shares,
    depth_share_of_area,
    flow_area,
    flow_areas,
    water_volume_gal,
)

__all__ = [
    "GPM_PER_CFS",
    "LeastFall",
    "MATERIALS",
    "PICTURE_WORD_HOURS",
    "PIPE_WORDS",
    "SELF_CLEANSING_FT_S",
    "area_share",
    "area_shares",
    "clocks_overlap",
    "depth_share_of_area",
    "direction_with_flow",
    "discharge",
    "flow_area",
    "flow_areas",
    "includes_six",
    "material_from_word",
    "minimum_grade",
    "normal_depth",
    "range_with_flow",
    "velocity",
    "water_volume_gal",
]
