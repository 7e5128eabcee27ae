"""One inspection: everything said on a day."""

from typing import Annotated

from pydantic import Field

from bellstone.core.record.amount import Amount
from bellstone.core.record.base import Id, Rec, Text, Word
from bellstone.core.record.reading import (
    Count,
    DepthReading,
    FlushTest,
    InvertReading,
    NotAssessable,
    PitchReading,
    Recording,
    Remark,
    Symptom,
)
from bellstone.core.record.run import Run
from bellstone.core.record.sighting import Sighting


class Visit(Rec):
    id: Id
    date: Text = ""
    operator_role: Word = ""
    inspector: Word = ""
    purpose: Word = ""
    job_number: Word = ""
    cleaning_before: Text = ""
    weather: Word = ""
    symptoms: Annotated[tuple[Symptom, ...], Field(max_length=200)] = ()
    recordings: Annotated[tuple[Recording, ...], Field(max_length=50)] = ()
    runs: Annotated[tuple[Run, ...], Field(max_length=50)] = ()
    sightings: Annotated[tuple[Sighting, ...], Field(max_length=20000)] = ()
    depths: Annotated[tuple[DepthReading, ...], Field(max_length=5000)] = ()
    inverts: Annotated[tuple[InvertReading, ...], Field(max_length=5000)] = ()
    pitches: Annotated[tuple[PitchReading, ...], Field(max_length=50000)] = ()
    flush_tests: Annotated[tuple[FlushTest, ...], Field(max_length=200)] = ()
    counts: Annotated[tuple[Count, ...], Field(max_length=500)] = ()
    not_assessable: Annotated[tuple[NotAssessable, ...], Field(max_length=500)] = ()
    telling: Id | None = None  # the run that what is said next belongs to; None: the last
    main_level: Amount | None = None  # how high the main stands above the line's own invert at its outlet
    drain_down_min: Annotated[float, Field(ge=0, le=1440)] | None = None  # at least, by a flush test in the engine
    remarks: Annotated[tuple[Remark, ...], Field(max_length=5000)] = ()
    dictation: Annotated[str, Field(max_length=400_000)] = ""  # timed words that came with it, still to be heard
    waiting: Annotated[tuple[Text, ...], Field(max_length=200)] = ()  # notes at the side, still to type in
    planned: Text = ""  # what is still to be run
    operator_verdict: Text = ""  # whoever ran the camera, in their own words: beside ours, and never ours
    opinion: Text = ""  # what holds for the day of the visit alone
