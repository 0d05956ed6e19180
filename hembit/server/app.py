"""What the protocol server serves: Django behind the bridge."""

from __future__ import annotations

import sys

from django.conf import settings
from django.urls import get_resolver
from django.utils.module_loading import import_string

from hembit.server import nightly
from hembit.server.bridge import Bridge
from hembit.site.wsgi import application

# By their names, since they can be imported only once Django is set up.
wrong = import_string("hembit.apps.base.health.at_the_start")()
if wrong:
    sys.exit(f"Hembit does not start. {wrong}")
import_string("hembit.apps.base.kept_files.clear_leftovers")()
_ = get_resolver().url_patterns  # every route now: the first who asks does not wait for them
nightly.start(import_string("hembit.apps.base.health.look_through"))
_files = import_string("hembit.api.api.api").takes_files()
bridge = Bridge(
    application,
    import_string("hembit.apps.people.access.holds_session"),
    lambda method, path: bool(_files.fullmatch(f"{method} {path.removeprefix('/api/v1')}")),
    proxies=settings.TRUSTED_PROXIES,
)
