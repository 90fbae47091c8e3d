"""Nobody waits long: for a lock, for a thread, for a database that says nothing; who cannot be served now is told when to come back."""

import threading
import uuid
from functools import partial

import pytest
from django.db import OperationalError, connection, connections, transaction
from django.test import RequestFactory
from django_scopes import scope, scopes_disabled

from server.config.concurrency import ConcurrencyLimit, shop_slot
from server.stock.models import StockItem
from tests.server.conftest import Api

BOARD = {"why": "restocked", "pieces": 1, "part": "Board"}


@pytest.fixture
def three_threads(settings):
    settings.THREADS = 3


def test_one_thread_is_never_worked_on_and_whoever_comes_then_is_told_at_once(three_threads):
    def work(_):
        return turns(request) if (told := depth.append(1)) is None and len(depth) < 4 else told

    depth, request = [], RequestFactory().get("/")
    turns = ConcurrencyLimit(work)
    answer = turns(request)
    assert (len(depth), answer.status_code, answer["Retry-After"]) == (2, 503, "1")
    depth.clear()
    assert turns(request).status_code == 503, "and every place was given back"
    assert len(depth) == 2


def test_a_shop_leaves_threads_to_the_others_and_gets_its_own_back(three_threads):
    with shop_slot(1) as first, shop_slot(1) as second, shop_slot(2) as other:
        assert (first, second, other) == (True, False, True)
    with shop_slot(1) as again:
        assert again


@pytest.mark.django_db(transaction=True)
def test_who_waits_for_anothers_write_is_told_and_nothing_was_done(lead):
    """Another transaction holds the van: the move is refused as busy, not kept waiting, and made again it counts once."""
    api, move = Api(lead), {"id": str(uuid.uuid4())} | BOARD
    assert api.post("/van/moves", move).status_code == 204
    held, done = threading.Event(), threading.Event()

    def hold():
        with scopes_disabled(), transaction.atomic():
            list(StockItem.objects.select_for_update())
            held.set()
            done.wait(30)
        connections.close_all()

    holder = threading.Thread(target=hold)
    holder.start()
    held.wait(30)
    with connection.cursor() as cursor:
        cursor.execute("SET innodb_lock_wait_timeout = 1")
    again = partial(api.post, "/van/moves", {"id": str(uuid.uuid4())} | BOARD)
    told = again()
    done.set()
    holder.join()
    assert (told.status_code, told["Retry-After"], told.json()["error"]["code"]) == (503, "1", "busy")
    assert again().status_code == 204
    with scope(shop=lead.shop):
        assert StockItem.objects.get(part="Board").pieces == 2


@pytest.mark.django_db
@pytest.mark.parametrize("number", [1021, 1114, 3])
def test_a_full_disk_is_told_as_one_and_not_as_a_database_that_is_away(lead, monkeypatch, number):
    def full(*_, **__):
        raise OperationalError(number, "No space left on device")

    monkeypatch.setattr("server.stock.van.move", full)
    told = Api(lead).post("/van/moves", {"id": str(uuid.uuid4())} | BOARD)
    assert (told.status_code, told.json()["error"]["code"]) == (503, "full")
    assert "Nothing already saved is lost" in told.json()["error"]["message"]
