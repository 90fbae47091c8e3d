"""A shop of any size: doors, words, calls and entries made by the database itself, the same each time."""

from __future__ import annotations

from django.db import connection

CALLS_A_DOOR, ENTRIES_A_CALL = 2, 5
STREETS = ("Tern Street", "Quay", "Ropewalk", "Slipway", "Mill Lane", "Harbour Road", "Weir", "Low Ferry")
NAMES = ("Bay", "Loft", "Garage", "Boathouse", "Depot", "Workshop", "Barn", "Shed")
FOUR_YEARS_MIN = 4 * 365 * 24 * 60
COUNTED = (
    ("cause", ("spring_broken", "eye_sun", "cable_off", "springs_tired", "eyes_dirty", "roller_worn", "weight_added", "limits_off")),
    ("complaint", ("bang", "heavy", "noisy", "will_not_close", "crooked", "sinks")),
    ("work", ("", "replaced", "set")),
)
MEASURED = '{"measured": {"weight_lb": 145.0, "width_in": 108.0, "height_in": 84.0}}'


def fill(shop: int, doors: int, calls_a_door: int = CALLS_A_DOOR) -> None:
    """Give a shop so many doors, their calls over four years with five entries each, one in a hundred under way, and what is counted."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT COALESCE(MAX(id), 0) FROM doors_door")
        first = int(cursor.fetchone()[0])
        names, streets = (", ".join(f"'{one}'" for one in words) for words in (NAMES, STREETS))
        name = f"CONCAT(ELT(1 + {_chance('name', len(NAMES))}, {names}), ' ', seq MOD 977)"
        place = f"CONCAT(ELT(1 + {_chance('place', len(STREETS))}, {streets}), ' ', {_chance('number', 89)})"
        customer = f"CONCAT('K', LOWER(CONV({_chance('customer', 40000)}, 10, 26)))"
        visited = f"IF(seq MOD 10, TIMESTAMPADD(MINUTE, {_chance('visited', 2000000)}, '2022-01-01'), NULL)"
        cursor.execute(
            "INSERT INTO doors_door "
            "(id, shop_id, `key`, name, place, customer, phone, access_notes, put_away, record, version, visited_at, created_at) "
            f"SELECT {first} + seq, %s, {_key('door', first)}, {name}, {place}, {customer}, '555 0100', '', '', %s, 1, {visited}, "
            f"'2022-01-01' FROM seq_1_to_{doors}",
            [shop, MEASURED],
        )
        for column, part in (("name", 1), ("name", -1), ("place", 1), ("place", -1), ("customer", 1)):
            cursor.execute(
                "INSERT IGNORE INTO doors_word (shop_id, door_id, text, beside) "
                f"SELECT shop_id, id, LOWER(SUBSTRING_INDEX({column}, ' ', {part})), '' FROM doors_door WHERE id > %s",
                [first],
            )
        cursor.execute(
            "UPDATE doors_word JOIN (SELECT door_id, CONCAT(' ', GROUP_CONCAT(text ORDER BY text SEPARATOR ' ')) AS words FROM doors_word "
            "WHERE door_id > %s GROUP BY door_id) AS of_door USING (door_id) SET beside = words",
            [first],
        )
        cursor.execute("SELECT COALESCE(MAX(id), 0) FROM calls_call")
        call = int(cursor.fetchone()[0])
        calls = doors * calls_a_door
        at = f"FLOOR(seq * {FOUR_YEARS_MIN} / {calls})"
        key, started = _key("call", call), f"TIMESTAMPADD(MINUTE, {at}, '2022-01-01')"
        closed = f"IF(seq MOD 100, TIMESTAMPADD(MINUTE, {at} + 90, '2022-01-01'), NULL)"
        cursor.execute(
            "INSERT INTO calls_call (id, shop_id, door_id, `key`, technician, started_at, closed_at, "
            "claimed_elsewhere, abandoned, record_at_start, complaint, cause, stage) "
            f"SELECT {call} + seq, %s, {first} + 1 + (seq MOD {doors}), {key}, 'T. Orme', {started}, {closed}, "
            f"0, 0, %s, 'heavy', 'spring_broken', '' FROM seq_1_to_{calls}",
            [shop, MEASURED],
        )
        body = '{"kind": "complaint", "complaint": "heavy"}'
        cursor.execute(
            "INSERT INTO calls_entry (call_id, client_id, position, version, body, by_id, by_name, at) "
            f"SELECT {call} + 1 + ((seq - 1) DIV {ENTRIES_A_CALL}), CONCAT('entry-', seq), 1 + (seq - 1) MOD {ENTRIES_A_CALL}, 2, %s, "
            f"NULL, 'T. Orme', '2022-01-01' FROM seq_1_to_{calls * ENTRIES_A_CALL}",
            [body],
        )
        cause, complaint, work = (f"ELT(1 + {_chance(name, len(words), 'id')}, {', '.join(map(repr, words))})" for name, words in COUNTED)
        back = f"IF({_chance('back', 20, 'id')}, '', 'same')"
        cursor.execute(
            "INSERT INTO insight_callcount (shop_id, door_id, call_id, closed_at, month, complaint, cause, carrier, work, checks, "
            "proofs_tried, proofs_failed, minutes, expected_min, back_for, checks_made) "
            "SELECT shop_id, door_id, id, closed_at, DATE_FORMAT(closed_at, '%%Y-%%m-01'), "
            f"{complaint}, {cause}, 'torsion', {work}, 3, 2, {_chance('failed', 9, 'id')} = 0, 30 + {_chance('minutes', 90, 'id')}, 60, "
            f"{back}, "
            '\'["coil_gap", "cables"]\' FROM calls_call WHERE id > %s AND closed_at IS NOT NULL',
            [call],
        )
        cursor.execute("UPDATE calls_call SET is_counted = 1 WHERE id > %s AND closed_at IS NOT NULL", [call])
        cursor.execute(
            "INSERT INTO insight_stalemonth (shop_id, month) SELECT DISTINCT shop_id, month FROM insight_callcount WHERE shop_id = %s",
            [shop],
        )
        cursor.execute("ANALYZE TABLE doors_door, doors_word, calls_call, calls_entry, insight_callcount")
        cursor.fetchall()


def _chance(what: str, below: int, row: str = "seq") -> str:
    """A number below some bound that looks like chance, from the row's number, as SQL."""
    return f"(CONV(SUBSTR(MD5(CONCAT('{what}', {row})), 1, 8), 16, 10) MOD {below})"


def _key(what: str, first: int) -> str:
    """A UUID of a row's number, as SQL."""
    digest = f"MD5(CONCAT('{what}', {first} + seq))"
    parts = (f"SUBSTR({digest}, {start}, {length})" for start, length in ((1, 8), (9, 4), (14, 3), (18, 3), (21, 12)))
    return "CONCAT({}, '-', {}, '-4', {}, '-8', {}, '-', {})".format(*parts)
