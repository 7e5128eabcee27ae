"""The lot from above: marks by their ties, the line through them, and what to tape a point from."""

from bellstone.core.plan.beside import beside
from bellstone.core.plan.ellipse import Ellipse, ellipse_90
from bellstone.core.plan.line import PlanPoint, along, cable_check
from bellstone.core.plan.over import runs_under
from bellstone.core.plan.ties import swing_ties
from bellstone.core.plan.trilateration import trilaterate

__all__ = [
    "Ellipse",
    "PlanPoint",
    "along",
    "beside",
    "cable_check",
    "ellipse_90",
    "runs_under",
    "swing_ties",
    "trilaterate",
]
