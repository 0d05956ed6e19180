"""The API: routes of every area, one schema, one way to say what is wrong."""

from ninja import NinjaAPI

from hembit.api.access import own_pages
from hembit.api.errors import register
from hembit.apps.checks.routes import router as checks
from hembit.apps.reckoner.routes import router as reckoner
from hembit.apps.shop.routes import router as shop

api = NinjaAPI(
    title="Hembit",
    version="1",
    description="Expectations, judgements, kept checks, findings and sums. "
    "Units are SI unless a field says otherwise.",
    auth=own_pages,
    docs_url=None,
)
register(api)
api.add_router("", checks)
api.add_router("", reckoner)
api.add_router("", shop)
