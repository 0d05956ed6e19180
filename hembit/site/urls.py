"""The API under /api/; everything else is a page of the front end."""

from django.urls import path, re_path

from hembit.api.api import api
from hembit.site.pages import front_end

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/).*$", front_end),
]
