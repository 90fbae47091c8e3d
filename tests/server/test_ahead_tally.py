"""How often a device had shown what the server then answered: counted by the day, told to a lead, a shop apart from another."""

from datetime import timedelta

import pytest
from django.utils import timezone
from django_scopes import scopes_disabled

from server.calls.models import AheadTally
from tests.server.conftest import Api

pytestmark = pytest.mark.django_db
SOME = {"as_answered": 40, "otherwise": 1, "not_ahead": 3}


def told(lead):
    return Api(lead).get("/upkeep").json()["ahead"]


def test_what_devices_count_is_added_up_and_told_to_a_lead(technician, lead):
    for _ in range(2):
        assert Api(technician).post("/ahead/tally", SOME).status_code == 204
    assert told(lead) == {"as_answered": 80, "otherwise": 2, "not_ahead": 6}
    assert 'north_hinge_ahead_total{shown="otherwise"}' in Api().client.get("/metrics").content.decode()


def test_what_was_counted_long_ago_is_not_told(technician, lead):
    Api(technician).post("/ahead/tally", SOME)
    for days, said in ((29, SOME), (30, dict.fromkeys(SOME, 0))):
        with scopes_disabled():
            AheadTally.objects.update(day=timezone.localdate() - timedelta(days=days))
        assert told(lead) == said, days


def test_another_shop_is_told_nothing_of_it(technician, stranger):
    Api(technician).post("/ahead/tally", SOME)
    assert told(stranger) == dict.fromkeys(SOME, 0)


@pytest.mark.parametrize("wrong", [{"otherwise": -1}, {"as_answered": 10_001}, {"not_ahead": "many"}, {"more": 1}])
def test_a_count_that_makes_no_sense_is_refused_by_its_field(technician, lead, wrong):
    answer = Api(technician).post("/ahead/tally", SOME | wrong)
    assert answer.status_code == 422
    assert next(iter(wrong)) in answer.json()["error"]["field"]
    assert told(lead) == dict.fromkeys(SOME, 0)
