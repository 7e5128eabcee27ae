"""Where things lie: counters tied to one axis, places, coverage, segments and paths."""

from bellstone.core.stations.counter import CounterFit
from bellstone.core.stations.coverage import EVERYWHERE, Coverage, Interval, Lane, Unseen, is_behind, less, union
from bellstone.core.stations.paths import Path, chain_of, pipes_on
from bellstone.core.stations.place import Place
from bellstone.core.stations.placing import NO_RUN, Placing, ReadAtHead, place_visits, placed, vertical_cable
from bellstone.core.stations.run_ties import RunTie
from bellstone.core.stations.runs import calibrate, is_main
from bellstone.core.stations.segments import Segment, segment_at, segments_about, segments_named

__all__ = [
    "CounterFit",
    "Coverage",
    "EVERYWHERE",
    "Interval",
    "Lane",
    "NO_RUN",
    "Path",
    "Place",
    "Placing",
    "ReadAtHead",
    "RunTie",
    "Segment",
    "Unseen",
    "calibrate",
    "chain_of",
    "is_behind",
    "is_main",
    "less",
    "pipes_on",
    "place_visits",
    "placed",
    "segment_at",
    "segments_about",
    "segments_named",
    "union",
    "vertical_cable",
]
