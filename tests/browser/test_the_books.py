"""A lead's Monday: what keeps coming back, what takes longer than is said, and the calls behind each figure."""

from datetime import timedelta

from django.utils import timezone

from tests.support.counts import counted


def days_ago(days):
    return timezone.now() - timedelta(days=days)


def test_a_lead_sees_what_comes_back_and_opens_the_calls_behind_it(signed_in, door):
    page = signed_in
    first = counted(door, days_ago(40), cause="cable_off", work="set", minutes=120, proofs_failed=1)
    counted(door, days_ago(10), cause="cable_off", work="set", minutes=130, proofs_failed=0, back_for="same", back_of=first.call)
    counted(door, days_ago(400), cause="eye_sun", work="", minutes=20, proofs_failed=0)
    page.go("/shop/books")
    page.sees("2 calls. 1 call-back (50 %), 1 of them for the same cause")
    page.sees("35 min longer")
    assert page.axe() == []
    page.touch("1 call-back")
    page.sees("the same cause again")
    page.sees("The call before")
    page.touch("2 calls: A cable")
    page.sees("130 min of 90")
    page.touch("Five years")
    page.sees("3 calls.")
    page.size(390, 844)
    assert not page.scrolls_sideways()
    page.size(1280, 800)
    assert page.complaints() == []


def test_the_books_are_for_a_lead(signed_in, person):
    page = signed_in
    person.role = "technician"
    person.save()
    page.go("/shop/books")
    page.sees("A lead sees what the shop’s calls add up to")


def test_a_lead_takes_over_what_calls_took_and_sees_how_the_finder_did(signed_in, door):
    page, shop = signed_in, door.shop
    for day in range(8):
        counted(door, days_ago(5 + 20 * day), complaint="noisy", minutes=80, expected_min=45, cause="roller_worn", finder="looked")
    counted(door, days_ago(70), checks_made=["coil_gap"], finder="missed", read_before="runs_down", read_after="holds", lived="longer")
    page.go("/shop/books")
    for words in ("Causes month by month", "another cause was more likely", "ran down", "longer than was told", "What the looks cost"):
        page.sees(words)
    page.touch("Reckon with 80 min")
    page.sees("80 min, the shop’s own")
    shop.refresh_from_db()
    assert shop.own_minutes == {"noisy": 80}
    page.touch("Back to")
    page.until(lambda: "the shop’s own" not in page.text(), "taken back")
    shop.refresh_from_db()
    assert shop.own_minutes == {}
    page.touch("1 call: another cause")
    page.sees("Net loft")
    assert page.axe() == []
    page.size(390, 844)
    assert not page.scrolls_sideways()
    page.size(1280, 800)
    assert page.complaints() == []
