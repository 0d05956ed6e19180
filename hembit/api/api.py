"""The API: routes of every area, one schema, one way to say what is wrong."""

from typing import Any

from django.http import HttpRequest

from hembit.api.contract import Api
from hembit.api.errors import register
from hembit.api.parser import StrictJson
from hembit.apps.backups.routes import router as backups
from hembit.apps.checks.routes import router as checks
from hembit.apps.history.routes import router as history
from hembit.apps.jobs.circuit_routes import router as job_circuits
from hembit.apps.jobs.routes import router as jobs
from hembit.apps.library.chart_routes import router as charts
from hembit.apps.library.curve_routes import router as curves
from hembit.apps.library.routes import router as library
from hembit.apps.library.sample_routes import router as samples
from hembit.apps.lists.routes import router as lists
from hembit.apps.machines.circuit_routes import router as circuits
from hembit.apps.machines.routes import router as machines
from hembit.apps.people.access import signed_in
from hembit.apps.people.door_routes import router as door
from hembit.apps.people.routes import router as people
from hembit.apps.people.staff_routes import router as staff
from hembit.apps.people.trail_routes import router as trail
from hembit.apps.photos.routes import router as photos
from hembit.apps.privacy.routes import router as privacy
from hembit.apps.reckoner.routes import router as reckoner
from hembit.apps.reports.routes import router as reports
from hembit.apps.rules.routes import router as rules
from hembit.apps.shop.instrument_routes import router as instruments
from hembit.apps.shop.routes import router as shop
from hembit.apps.shop.workshop_routes import router as workshop

api = Api(
    title="Hembit",
    version="1",
    description="Expectations, judgements, kept checks, findings, sums, machines and jobs. "
    "Units are SI unless a field says otherwise.",
    auth=signed_in,
    docs_url=None,
    openapi_url=None,
    parser=StrictJson(),
)
register(api)
api.add_router("", people)
api.add_router("", door)
api.add_router("", staff)
api.add_router("", trail)
api.add_router("", checks)
api.add_router("", reckoner)
api.add_router("", shop)
api.add_router("", instruments)
api.add_router("", backups)
api.add_router("", rules)
api.add_router("", lists)
api.add_router("", library)
api.add_router("", charts)
api.add_router("", curves)
api.add_router("", samples)
api.add_router("", workshop)
api.add_router("", machines)
api.add_router("", circuits)
api.add_router("", jobs)
api.add_router("", history)
api.add_router("", job_circuits)
api.add_router("", photos)
api.add_router("", privacy)
api.add_router("", reports)


@api.get("/openapi.json", include_in_schema=False)
def get_schema(request: HttpRequest) -> dict[str, Any]:
    """The schema of all this, for whoever is signed in."""
    return dict(api.get_openapi_schema())
