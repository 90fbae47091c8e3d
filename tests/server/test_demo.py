"""The demo's data: enough of it, and each call one that the gates and the model would have allowed."""

import pytest

from demo.fill import fill
from hinge.call import history
from hinge.view.build import build_call_view
from server.calls.models import Call
from server.doors.models import Door
from server.people.models import Shop


@pytest.fixture
def demo(db):
    fill()


def test_the_demo_is_large_enough_and_every_call_could_have_happened(demo):
    shop = Shop.objects.order_by("pk").first()
    assert Door.objects.filter(shop=shop).count() >= 30
    assert Call.objects.filter(shop=shop).exclude(closed_at=None).count() >= 60
    assert Call.objects.filter(shop=shop, closed_at=None).count() == 1
    assert Shop.objects.filter(practice_of=None).count() == 2
    calls = list(Call.objects.prefetch_related("entries").order_by("pk"))
    for call in calls:
        told = [row.happened() for row in call.entries.all()]
        if call.pk % 7 == 0:
            history.taken_up(call.record, told[: -1 if call.closed_at else None], "entries")
        state = build_call_view(call.facts())
        assert state.closed == (call.closed_at is not None)
        assert not (state.closed and state.to_close), (call.door.name, state.to_close, [one.reading for one in state.readings])
        assert not state.unreadable
