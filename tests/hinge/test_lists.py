"""A shop's own lists: CSV read whole or refused with row, column and reason."""

import csv
import io

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError
from hinge.stock.csv_rows import left_out
from hinge.stock.difference import difference
from hinge.stock.rates import SAME_SIZE_IN, SAME_WIRE_IN, RateRow, compile_rates, parse_rate_table
from hinge.stock.van import CUT_LOSS_IN, StockSpring, parse_parts, parse_van_stock, pieces_from
from hinge.text.render import READERS, render
from tests.support.doors import build_torsion

GOOD = "wire_in,inside_diameter_in,length_in,rate_lbin_per_turn,rate_per_coil_lbin_per_turn\n0.225,2,27.5,26.1,\n0.25,2,,,4780\n"


def test_a_row_for_the_length_goes_before_a_rate_per_coil():
    table = compile_rates(parse_rate_table(GOOD + "0.225,2,,,3000\n"))
    assert table.applied(build_torsion(0.225, 2, 27.5)).rate_lbin_per_turn == 26.1
    other = build_torsion(0.225, 2, 30)
    assert table.applied(other).rate_lbin_per_turn == pytest.approx(3000 / other.active_coils)
    assert table.applied(build_torsion(0.207, 2, 30)).table_rate_lbin_per_turn is None


def test_catalogues_that_round_apart_still_name_the_same_spring():
    table = compile_rates(parse_rate_table("wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.2253,2.0,3000\n0.262,2.62,5000\n"))
    assert table.applied(build_torsion(0.225, 2, 30)).table_rate_lbin_per_turn
    assert table.applied(build_torsion(0.2625, 2.625, 30)).table_rate_lbin_per_turn


@pytest.mark.parametrize(
    ("text", "where", "reason"),
    [
        ("", "Row 1", "a header row"),
        ("wire_in,length_in\n0.2,30\n", "Row 1, column inside_diameter_in", "missing"),
        (GOOD.replace("wire_in", "wire", 1), "Row 1, column wire_in", "missing"),
        (GOOD.replace("length_in", "wire_in"), "Row 1, column wire_in", "columns are"),
        (GOOD.replace("length_in", "colour"), "Row 2, column rate_lbin_per_turn", "either a length with its rate"),
        (GOOD + "thick,2,30,20,\n", "Row 4, column wire_in", "'thick' is not a number"),
        (GOOD + "nan,2,30,20,\n", "Row 4, column wire_in", "outside 0.02 to 1 in"),
        (GOOD + "0.3,2,30,99999,\n", "Row 4, column rate_lbin_per_turn", "outside 0.1 to 5000"),
        (GOOD + "0.3,,30,20,\n", "Row 4, column inside_diameter_in", "empty"),
        (GOOD + "0.3,2,30,,\n", "Row 4, column rate_lbin_per_turn", "either a length with its rate"),
        (GOOD + "0.3,2,30,20,4000\n", "Row 4, column rate_lbin_per_turn", "either a length with its rate"),
        (GOOD + "0.3,2,30\n", "Row 4", "3 cells under 5 columns"),
        (GOOD + "0.225,2,27.5,20,\n", "Row 4, column wire_in", "the same spring as row 2"),
        (GOOD + '0.3,2,30,"20', "Row 4", "not CSV"),
    ],
)
def test_a_bad_table_is_refused_whole_with_row_column_and_reason(text, where, reason):
    with pytest.raises(BadInputError) as refused:
        parse_rate_table(text)
    assert str(refused.value).startswith(where + ":")
    assert reason in str(refused.value)


def test_every_mistake_of_a_table_is_told_and_no_more_than_one_reads():
    rows = "thick,2,30,20,\n0.3,,30,20,\n0.3,2,30,20,\n"
    with pytest.raises(BadInputError) as refused:
        parse_rate_table(GOOD + rows)
    assert str(refused.value) == "Row 4, column wire_in: 'thick' is not a number. Row 5, column inside_diameter_in: empty."
    with pytest.raises(BadInputError) as refused:
        parse_rate_table(GOOD + "thick,2,30,20,\n" * 30)
    assert str(refused.value).endswith("Row 23, column wire_in: 'thick' is not a number. And 10 more.")
    with pytest.raises(BadInputError, match=r"Row 3, column part: it stands .* Row 4, column part: it stands"):
        parse_parts("part,count\nRoller,12\nroller,3\nROLLER,1\n")


@pytest.mark.parametrize("between", [",", ";", "\t"])
@given(st.lists(st.tuples(st.floats(0.1, 0.5), st.floats(1, 6), st.floats(10, 100), st.integers(1, 200)), min_size=1, max_size=8))
def test_a_list_reads_as_any_spreadsheet_writes_it(between, rows):
    text = io.StringIO()
    writer = csv.writer(text, delimiter=between)
    writer.writerow(("shelf", "wire_in", "inside_diameter_in", "length_in", "count"))
    rows = [(round(wire, 3), round(inside, 3), round(length, 3), count) for wire, inside, length, count in rows]
    for row in rows:
        writer.writerow(["A;1, top", *(str(cell).replace(".", "," if between != "," else ".") for cell in row)])
    read = parse_van_stock(text.getvalue())
    assert [(one.wire_in, one.inside_diameter_in, one.length_in, one.count) for one in read] == rows
    assert left_out(text.getvalue(), StockSpring) == ["shelf"]


sizes = st.tuples(st.floats(0.1, 0.5), st.floats(1, 6), st.floats(5, 100), st.floats(1, 500)).map(
    lambda row: tuple(round(v, 3) for v in row)
)


@given(st.lists(sizes, min_size=1, max_size=20, unique_by=lambda row: row[:3]))
def test_a_table_comes_back_as_it_was_written(rows):
    text = io.StringIO()
    csv.writer(text).writerows([("wire_in", "inside_diameter_in", "length_in", "rate_lbin_per_turn"), *rows])
    read = parse_rate_table("\ufeff" + text.getvalue().replace("\r\n", "\n\n"))
    assert [(r.wire_in, r.inside_diameter_in, r.length_in, r.rate_lbin_per_turn) for r in read] == rows


@given(st.lists(sizes, min_size=1, max_size=30, unique_by=lambda row: row[:3]), st.floats(-0.9, 0.9))
def test_a_compiled_table_finds_what_a_plain_walk_over_its_rows_finds(rows, off):
    """The lattice is only a way to look quickly: the nearest row within reach on every axis is the one found."""
    names = ("wire_in", "inside_diameter_in", "length_in", "rate_lbin_per_turn")
    table = compile_rates([RateRow(**dict(zip(names, row, strict=True))) for row in rows])
    asked = np.array(rows)[:, :3] + off * np.array([SAME_WIRE_IN, SAME_SIZE_IN, SAME_SIZE_IN])
    reach = np.array([SAME_WIRE_IN, SAME_SIZE_IN, SAME_SIZE_IN])
    for one, found in zip(asked, table.rates(*asked.T, np.full(len(rows), 50.0)), strict=True):
        apart = np.abs(np.array(rows)[:, :3] - one) / reach
        near = np.flatnonzero((apart < 1).all(axis=1))
        wanted = {rows[row][3] for row in near if apart[row].sum() <= apart[near].sum(axis=1).min() + 1e-9}
        assert found in wanted if wanted else np.isnan(found)


def test_van_stock_counts_pieces_after_the_cut():
    stock = parse_van_stock("wire_in,inside_diameter_in,length_in,count\n.225,2,61,2\n.225,2,30,1\n")
    assert stock[0] == StockSpring(wire_in=0.225, inside_diameter_in=2.0, length_in=61.0, count=2)
    lengths = np.array([30.0, 30.5, 61.0, 62.0])
    assert pieces_from(stock, np.full(4, 0.225), np.full(4, 2.0), lengths).tolist() == [5, 2, 2, 0]


@pytest.mark.parametrize("count", ["1.5", "0", "-2", "many"])
def test_pieces_are_whole_numbers(count):
    with pytest.raises(BadInputError, match="Row 2, column count"):
        parse_van_stock(f"wire_in,inside_diameter_in,length_in,count\n.225,2,60,{count}\n")


@given(st.lists(st.tuples(st.sampled_from([0.207, 0.2187, 0.225]), st.sampled_from([1.75, 2.0]), st.sampled_from([20.0, 27.5, 60.0, 120.0]),
                          st.integers(1, 9)), max_size=12))  # fmt: skip
def test_pieces_are_counted_at_once_as_they_are_bar_by_bar(bars):
    stock = tuple(StockSpring(wire_in=wire, inside_diameter_in=inside, length_in=length, count=n) for wire, inside, length, n in bars)
    sizes = [(wire, inside, length) for wire in (0.207, 0.225) for inside in (1.75, 2.0) for length in (20.0, 27.5, 33.0)]
    wire, inside, length = (np.array(column) for column in zip(*sizes, strict=True))
    by_hand = [
        sum(
            n if at == bar else n * int((bar + 1e-9) // (at + CUT_LOSS_IN))
            for of_wire, of_inside, bar, n in bars
            if (of_wire, of_inside) == (w, i)
        )
        for w, i, at in sizes
    ]
    assert pieces_from(stock, wire, inside, length).tolist() == by_hand


def springs(*rows):
    return [StockSpring(wire_in=wire, inside_diameter_in=2, length_in=length, count=count) for wire, length, count in rows]


def test_what_a_list_would_change_is_told_item_by_item():
    told = difference(
        springs((0.207, 60, 2), (0.225, 30, 1), (0.25, 40, 3)), springs((0.207, 60, 1), (0.207, 60, 4), (0.25, 40, 3), (0.262, 50, 1))
    )
    assert (told.added, told.removed, told.changed, told.unchanged) == (1, 1, 1, 1)
    lines = [(render(one.words, READERS["trade"]), one.before, one.after) for one in told.changes]
    assert lines == [('0.207 × 2" × 60"', "2", "5"), ('0.262 × 2" × 50"', "", "1"), ('0.225 × 2" × 30"', "1", "")]
    rates = parse_rate_table(GOOD)
    assert difference(rates, rates).changes == []
    assert [one.after for one in difference([], rates).changes] == ["26.1", "4780"]


@given(*[st.lists(st.tuples(st.sampled_from([0.207, 0.225]), st.sampled_from([30, 60]), st.integers(1, 5)), max_size=6)] * 2)
def test_the_same_list_changes_nothing_and_back_again_is_the_other_way_round(before, after):
    there, back = difference(springs(*before), springs(*after)), difference(springs(*after), springs(*before))
    assert (there.added, there.removed, there.changed, there.unchanged) == (back.removed, back.added, back.changed, back.unchanged)
    assert difference(springs(*before), springs(*reversed(before))).changes == []
