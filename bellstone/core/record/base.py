"""What every record rests on: frozen, strict about names, and the bounds of its texts and numbers."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

Id = Annotated[str, Field(pattern=r"^[A-Za-z0-9_.\-]{1,40}$")]
Text = Annotated[str, Field(max_length=4000)]
Word = Annotated[str, Field(max_length=80)]
Hour = Annotated[float, Field(ge=0, le=12)]
Number = Annotated[float, Field(allow_inf_nan=False, ge=-1e6, le=1e6)]
Sigma = Annotated[float, Field(gt=0, le=1000)]  # one standard deviation, where it is not the usual one
Sureness = Literal["sure", "likely", "unsure"]
Towards = Literal["main", "house", "unknown"]
Water = Literal["rest", "trickle", "sink", "hose", "flush", "running", "unknown"]


class Rec(BaseModel):
    """Frozen, strict about names, and never NaN or infinite."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
