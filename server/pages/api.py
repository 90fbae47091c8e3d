"""The API: every router in one place, signed in by session cookie."""

from server.bench.api import router as bench
from server.bench.sheets import router as sheets
from server.bookings.api import router as bookings
from server.bookings.desk_api import router as desk
from server.bookings.loads_api import router as loads
from server.calls.api import router as calls
from server.config import errors
from server.config.body_limits import LimitedParser
from server.config.health import TOLD_BESIDES
from server.doors.api import router as doors
from server.exchange.api import router as exchange
from server.followups.api import router as follow_ups
from server.insight.api import router as insight
from server.knowledge.api import router as knowledge
from server.ops.api import BackupMetrics
from server.ops.api import router as upkeep
from server.people.api import router as people
from server.people.signed_in import SignedIn
from server.practice.api import router as practice
from server.stock.api import router as stock
from server.stock.van_api import router as van

api = errors.HingeApi(
    title="North Hinge",
    version="1",
    auth=SignedIn(),
    docs_url=None,
    openapi_url=None,
    urls_namespace="api",
    parser=LimitedParser(),
    renderer=errors.PlainRenderer(),
)
errors.install(api)
TOLD_BESIDES.append(BackupMetrics())
for router in (
    people,
    knowledge,
    doors,
    calls,
    bookings,
    desk,
    follow_ups,
    insight,
    bench,
    sheets,
    practice,
    stock,
    loads,
    van,
    exchange,
    upkeep,
):
    api.add_router("", router)
