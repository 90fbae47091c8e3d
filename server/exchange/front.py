"""The door from inside as the customer's page draws it: to scale from its record, what is new on it heavier."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from hinge.measure.fields import Value

# Millimetres of paper the opening takes, and what stands for a size nobody measured [in].
WIDE_MM, TALL_MM = 120.0, 62.0
USUAL: Mapping[str, float] = {"width_in": 108.0, "height_in": 84.0, "section_count": 4.0}
SHAFT_ABOVE_IN, SPRING_IN, DRUM_IN, EYE_UP_IN, TRACK_OUT_IN = 7.0, 30.0, 4.0, 6.0, 3.0
NAMES = {
    "springs": "springs", "cables": "cables", "drums": "shaft and drums", "rollers": "rollers", "sections": "hinges and sections",
    "track": "tracks", "eyes": "eyes", "eye_wire": "wire of the eyes", "opener": "opener", "control": "wall control", "floor": "seal",
    "door": "door", "outlet": "outlet",
}  # fmt: skip


@dataclass(frozen=True)
class Shape:
    """A path of the drawing, and whether it is new."""

    path: str
    new: bool


@dataclass(frozen=True)
class Front:
    """The drawing: its box, its shapes, and what is new in words."""

    box: str
    shapes: list[Shape]
    says: str


def front_of(measured: Mapping[str, Value], carried_by: str, has_opener: bool, new: list[str]) -> Front:
    """The drawing of a door carried by torsion springs, an extension pair or a counterweight, with what is `new` on it, parts by name."""
    width, height, count = (_size(measured, name) for name in USUAL)
    scale = min(WIDE_MM / width, TALL_MM / (height + 2 * SHAFT_ABOVE_IN))
    right, foot, above = width * scale, height * scale, -SHAFT_ABOVE_IN * scale
    rows = [foot * row / round(count) for row in range(1, round(count))]
    drum, out, eye = DRUM_IN * scale, TRACK_OUT_IN * scale, foot - EYE_UP_IN * scale
    drawn = {
        "sections": f"M 0 0 H {right:.1f} V {foot:.1f} H 0 Z " + " ".join(f"M 0 {y:.1f} H {right:.1f}" for y in rows),
        "track": f"M {-out:.1f} 0 V {foot:.1f} M {right + out:.1f} 0 V {foot:.1f}",
        "cables": f"M {-out / 2:.1f} {above:.1f} V {foot:.1f} M {right + out / 2:.1f} {above:.1f} V {foot:.1f}",
        "rollers": " ".join(_boxes((-out / 2, right + out / 2), y, out / 3, out * 0.66) for y in rows),
        "floor": f"M 0 {foot + 1:.1f} H {right:.1f}",
        **_carrier(carried_by, right, above, drum, SPRING_IN * scale),
    }
    if has_opener:
        drawn |= {
            "eyes": _boxes((-2 * out, right + 2 * out), eye, out / 2, out),
            "opener": _boxes((right / 2,), 2.1 * above, 2.0, -above),
            "control": _boxes((right + 4 * out,), foot * 0.35, out / 2, out * 1.4),
        }
    shapes = [Shape(path, name in new) for name, path in drawn.items()]
    said = ", ".join(NAMES[name] for name in new if name in NAMES)
    box = f"{-5 * out - 4:.1f} {2.6 * above - 2:.1f} {right + 10 * out + 8:.1f} {foot - 2.6 * above + 6:.1f}"
    return Front(box, sorted(shapes, key=lambda one: one.new), said)


def _carrier(carried_by: str, right: float, above: float, drum: float, spring: float) -> dict[str, str]:
    """What carries the door, seen from inside: a shaft with its springs, a shaft with its stack, or the ends of a pair that runs back."""
    if carried_by == "extension":
        return {"springs": _boxes((-drum, right + drum), above, drum / 2, drum)}
    shaft = {"drums": f"M {-drum:.1f} {above:.1f} H {right + drum:.1f} {_boxes((0, right), above, drum / 2, drum)}"}
    if carried_by == "counterweight":
        return shaft | {"springs": _boxes((right + 1.5 * drum,), above + 2 * drum, drum, 3 * drum)}
    return shaft | {"springs": _boxes((right / 2 - spring * 0.55, right / 2 + spring * 0.55), above, spring / 2, drum * 0.7)}


def _size(measured: Mapping[str, Value], name: str) -> float:
    value = measured.get(name)
    return value if isinstance(value, float) and value > 0 else USUAL[name]


def _boxes(middles: tuple[float, ...], y: float, half_wide: float, tall: float) -> str:
    return " ".join(
        f"M {x - half_wide:.1f} {y - tall / 2:.1f} h {2 * half_wide:.1f} v {tall:.1f} h {-2 * half_wide:.1f} Z" for x in middles
    )
