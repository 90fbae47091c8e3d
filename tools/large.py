"""A shop of any size: doors, words, calls and entries made by the database itself, the same each time."""

from __future__ import annotations

from django.db import connection

CALLS_A_DOOR, ENTRIES_A_CALL = 2, 5
STREETS = ("Tern Street", "Quay", "Ropewalk", "Slipway", "Mill Lane", "Harbour Road", "Weir", "Low Ferry")
NAMES = ("Bay", "Loft", "Garage", "Boathouse", "Depot", "Workshop", "Barn", "Shed")
MEASURED = '{"measured": {"weight_lb": 145.0, "width_in": 108.0, "height_in": 84.0}}'


def fill(shop: int, doors: int) -> None:
    """Give a shop so many doors, twice as many closed calls, ten times as many entries; one door in fifty has a call under way."""
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
        calls = doors * CALLS_A_DOOR
        key, started = _key("call", call), "TIMESTAMPADD(MINUTE, seq, '2022-01-01')"
        closed = "IF(seq MOD 100, TIMESTAMPADD(MINUTE, seq + 90, '2022-01-01'), NULL)"
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
        cursor.execute("ANALYZE TABLE doors_door, doors_word, calls_call, calls_entry")
        cursor.fetchall()


def _chance(what: str, below: int) -> str:
    """A number below some bound that looks like chance, from the row's number, as SQL."""
    return f"(CONV(SUBSTR(MD5(CONCAT('{what}', seq)), 1, 8), 16, 10) MOD {below})"


def _key(what: str, first: int) -> str:
    """A UUID of a row's number, as SQL."""
    digest = f"MD5(CONCAT('{what}', {first} + seq))"
    parts = (f"SUBSTR({digest}, {start}, {length})" for start, length in ((1, 8), (9, 4), (14, 3), (18, 3), (21, 12)))
    return "CONCAT({}, '-', {}, '-4', {}, '-8', {}, '-', {})".format(*parts)
