"""The API under /api/v1/; everything else is a page of the front end."""

from django.contrib import admin
from django.urls import path, re_path
from django.views.generic import RedirectView

from hembit.api.api import api
from hembit.site.health import health
from hembit.site.pages import front_end

handler400 = "hembit.api.unhandled.unreadable"
handler403 = "hembit.api.unhandled.foreign"
handler404 = "hembit.api.unhandled.nothing_there"
handler500 = "hembit.api.unhandled.failed"
urlpatterns = [
    path("api/v1/", api.urls),
    path("health", health),
    # One place to sign in; it is throttled there.
    path("admin/login/", RedirectView.as_view(url="/sign-in?next=/admin/")),
    path("admin/", admin.site.urls),
    re_path(r"^(?!api/|assets/|static/).*$", front_end),
]
