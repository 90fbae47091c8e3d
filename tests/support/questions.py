"""A document for every question of the core."""

from __future__ import annotations

DOOR = {"height_in": 84, "section_count": 4, "weight_lb": 130}


TRACK = {"lift": "standard", "radius_in": 12, "rise_in": 2}


DRUM = {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}


SPRING = {"wire_in": 0.207, "inside_diameter_in": 2, "length_in": 27.5}


HUNG = {"door": DOOR, "track": TRACK, "drum": DRUM, "springs": [SPRING | {"count": 2}], "quarter_turns": 29}


ASKED = {
    "lift": {"door": DOOR, "track": TRACK, "positions_in": [0, 42, 84]},
    "torsion": SPRING | {"turns": 7.25},
    "size": {
        "door": DOOR,
        "track": TRACK,
        "drum": DRUM,
        "cycles": 15000,
        "options": {"sort": "cycles", "falling": True, "skip": 20, "most": 2, "count": 1, "option": "0.207x2x27.5x2"},
    },
    "balance": HUNG | {"positions_in": [0, 42, 84]},
    "trim": HUNG
    | {
        "readings": [
            {"height_in": 42, "outcome": "creeps_up"},
            {"height_in": 20, "force_lb": 8, "direction": "raising"},
            {"height_in": 60, "tossed": True},
        ]
    },
    "carries": {
        "door": {"height_in": 84, "section_count": 4, "scale_weight_lb": 130},
        "track": TRACK,
        "drum": DRUM,
        "springs": HUNG["springs"],
    },
    "compare": {
        "door": DOOR,
        "track": {"lift": "low_headroom", "radius_in": 12},
        "drum": DRUM,
        "cycles": 15000,
        "household": "two_cars_kids",
        "on_door": [SPRING | {"count": 1}, SPRING | {"wire_in": 0.225, "length_in": 36, "count": 1}],
        "rate_table": [{"wire_in": 0.207, "inside_diameter_in": 2, "length_in": 27.5, "rate_lbin_per_turn": 17.5}],
        "van": [{"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 120, "count": 2}],
    },
    "weigh": {"readings_lb": [128, 131], "right_readings_lb": None},
    "extension": {"door": DOOR, "track": TRACK, "household": "one_car", "on_door": {"class_lb": 120, "open_stretch_in": 1}},
    "counterweight": {
        "door": DOOR,
        "track": TRACK,
        "drum": DRUM,
        "hub": {"core_radius_in": 1, "strap_in": 0.15, "turns": 8},
        "on_door": {"large": 4, "small": 2},
    },
    "convert": {"door": DOOR, "track": TRACK, "drum": DRUM, "cycles": 10000, "to": "extension"},
    "cable": {"door": DOOR, "track": TRACK, "drum": DRUM, "length_in": 112},
    "one_piece": {
        "door": {"height_in": 84, "weight_lb": 160, "bracket_in": 4, "pivot_in": 44, "arm_in": 40},
        "balance": {"kind": "extension", "rate_lb_per_in": 4, "free_in": 0, "lug_in": 12, "anchor_in": 40},
    },
    "identify": {"ten_coils_in": 2.0625, "twenty_coils_in": 4.125, "inside_diameter_in": 2, "length_in": 27.5},
    "find": {"complaint": "will_not_close", "facts": {"two_doors": True}, "answers": [{"check": "lights", "outcome": "receiver_out"}]},
    "sun": {
        "latitude_deg": 45.0,
        "longitude_deg": -93.0,
        "facing_deg": 270.0,
        "year": 2026,
        "time_zone": "America/Chicago",
        "receiver": "right",
    },
    "procedure": {
        "name": "replace_pair",
        "record": {"version": 3, "measured": {"weight_lb": 130.0, "height_in": 84.0}},
        "ways": {"screws": "twice_round"},
    },
    "triage": {"complaint": "bang", "weight_lb": 210.0, "width_in": 192.0},
    "knowledge": {},
    "call": {
        "record": {
            "measured": {"weight_lb": 130.0},
            "on_door": {"kind": "torsion", "springs": [SPRING | {"count": 2}], "cones": {"left": 29, "right": None}},
        },
        "commands": [
            {"kind": "complaint", "complaint": "heavy"},
            {"kind": "gate", "gate": "override", "met": True},
            {"kind": "measured", "field": "quarter_turns_now", "typed": "28"},
            {"kind": "again", "quarter_turns": 29},
            {"kind": "stopped", "stop": "bar"},
            {"kind": "still_wound", "part": "left"},
            {"kind": "reading", "reading": {"height_in": 60, "tossed": True}},
        ],
    },
    "limits": {
        "kind": "screw",
        "up": {"off_in": -3.75, "history": [{"turns": 1, "moved_in": 2.5}]},
        "down": {"off_in": 1},
        "inches_per_turn": 3,
    },
    "replace": {"year": 2026, "made_in": 2004, "has_eyes": True, "fault": "board", "repair_price": 180, "new_price": 420},
    "packing": {"measured_in": 2.75, "door": DOOR, "track": TRACK, "drum_diameter_in": 4},
    "survey": {"counterbalance": "torsion", "height_in": 84, "width_in": 192, "shaft_to_ceiling_in": 2.5, "balanced": False},
    "placement": {"door": DOOR, "track": TRACK, "ceiling_in": 92, "beam": {"underside_in": 90, "from_door_in": 40}, "vehicle_in": 80},
    "clearance": {"door": DOOR, "track": TRACK, "rail_in": 86, "beam_in": 83, "opening_in": 84, "vehicle_in": 80},
    "practice": {"kind": "rail_button", "unit": 3, "lines": ["set", "jog 84", "store", "jog -84", "store", "press", "wait 5", "fly"]},
    "side_view": {"door": DOOR, "track": TRACK, "drum": DRUM, "positions_in": [0, 84]},
    "day": {
        "day": {
            "base": "Works yard, Pennock",
            "travel": {"usual_minutes": 20, "roads": [{"start": "Pennock", "end": "Saltmarsh", "minutes": 25}]},
        },
        "technicians": [
            {
                "name": "wren",
                "visits": [
                    {
                        "key": "a",
                        "name": "Bakery",
                        "address": "Market Steps 4, Saltmarsh",
                        "minutes": 90,
                        "from_minute": 480,
                        "until_minute": 600,
                    },
                    {"key": "b", "name": "Boatworks", "address": "Slipway 3, Pennock", "minutes": 45},
                ],
            }
        ],
        "wanted": {"address": "Tern Street 31, Pennock", "minutes": 60},
    },
}
