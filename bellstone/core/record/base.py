"""What every record rests on: frozen, strict about names, and the bounds of its texts and numbers."""

from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

BLANK_LETTERS = "\u115f\u1160\u2800\u3164\uffa0"  # letters and a sign by their class, drawn as nothing


def seen(name: str) -> str:
    """A name as it is, where something of it can be seen.

    >>> seen("Alder Row 14")
    'Alder Row 14'
    >>> seen("\u200b \u3164")
    Traceback (most recent call last):
    ValueError: wants a name that can be seen
    """
    if not any(c.isprintable() and not c.isspace() and c not in BLANK_LETTERS for c in name):
        raise ValueError("wants a name that can be seen")
    return name


Name = Annotated[str, Field(min_length=1, max_length=120), AfterValidator(seen)]
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

    @classmethod
    def worked_out(cls, **every_field: Any) -> Self:
        """A record of values that the core itself worked out: every field given, in its own type, none checked again.

        What comes from outside is checked where it comes in; to check each finding of a line a second time took a
        tenth of an assessment.

        >>> class Height(Rec):
        ...     height_ft: float
        >>> Height.worked_out(height_ft=2.5) == Height(height_ft=2.5)
        True
        """
        made = cls.__new__(cls)
        put = object.__setattr__
        put(
            made, "__dict__", {name: every_field[name] for name in cls.__pydantic_fields__}
        )  # in the record's own order
        put(made, "__pydantic_fields_set__", set(every_field))
        put(made, "__pydantic_extra__", None)
        put(made, "__pydantic_private__", None)
        return made
