"""The small drawings of what words cannot show of a step or a check, by name; the page draws each."""

from typing import Literal

Drawing = Literal[
    "",
    "clamp",
    "drum",
    "hand",
    "line",
    "pulley",
    "strap",
    "gaps",
    "strut",
    "eyes",
    "tension",
    "arm",
    "rail",
    "trolley",
    "chain",
    "stop",
    "header",
    "collar",
    "lock",
    "monitor",
    "module",
    "screw",
    "hinges",
    "rope",
    "bar",
    "gap",
]
