"""Pipe materials: names, usual lay lengths, roughness and what hurts them.

Lay lengths are handbook 02 section 2.3; Manning's n is from memory of handbook ranges (2.8).
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Material:
    key: str
    name: str
    words: tuple[str, ...]  # what people write
    hatch: str
    lay_lengths_ft: tuple[float, ...] = ()
    manning_n: float = 0.013
    metal: bool = False
    flexible: bool = False  # it bends smoothly: plastics and fibre, handbook 2.5
    caution: str = ""


MATERIALS: dict[str, Material] = {
    m.key: m
    for m in (
        Material("clay", "vitrified clay", ("clay", "vcp"), "clay", (2, 2.5, 3, 4, 5), 0.013),
        Material("concrete", "concrete", ("concrete",), "concrete", (3, 4, 8), 0.014),
        Material("cast_iron", "cast iron", ("cast iron", "iron"), "iron", (5, 10), 0.015, True, False,
                 "full jet pressure can open old iron"),
        Material("ductile_iron", "ductile iron", ("ductile iron", "ductile"), "ductile", (18, 20), 0.013, True),
        Material("fibre", "bituminous fibre", ("bituminous fibre", "fibre", "fiber"), "fibre", (5, 8, 10), 0.013, False, True,
                 "jets and cutters can lift its layers"),
        Material("asbestos_cement", "asbestos cement", ("asbestos cement", "transite", "asbestos"), "ac", (10, 13), 0.013,
                 False, False, "do not cut dry: licensed handling"),
        Material("abs", "ABS", ("abs",), "abs", (10, 13, 20), 0.010, False, True),
        Material("pvc", "PVC, solid wall", ("pvc", "plastic"), "pvc", (10, 13, 20), 0.010, False, True),
        Material("pvc_thin", "PVC, thin-wall sewer", ("thin pvc", "thinwall"), "pvc", (10, 13, 20), 0.010, False, True),
        Material("pvc_cellular", "PVC, cellular core", ("cellular pvc", "cellular"), "pvccell", (10, 13, 20), 0.010, False, True),
        Material("polyethylene", "polyethylene, fused", ("polyethylene", "hdpe", "poly", "pe"), "hdpe", (), 0.010, False, True),
        Material("liner", "liner in a host pipe", ("liner", "lined"), "liner", (), 0.011, False, False,
                 "blades destroy liners"),
        Material("galvanized", "galvanized steel", ("galvanized", "galv"), "galv", (10, 20), 0.015, True),
        Material("unknown", "material not known", ("unknown",), "unknown"),
    )
}  # fmt: skip


def material_from_word(word: str) -> str | None:
    """The material key an analyst's word names, or None.

    >>> material_from_word("iron"), material_from_word("cast iron"), material_from_word("brick")
    ('cast_iron', 'cast_iron', None)
    """
    spoken = word.strip().lower().replace("_", " ")
    for material in MATERIALS.values():
        if spoken == material.key.replace("_", " ") or spoken in material.words:
            return material.key
    return None
