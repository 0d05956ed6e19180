"""What the protocol server serves: Django behind the bridge."""

from __future__ import annotations

from django.utils.module_loading import import_string

from hembit.server.bridge import Bridge
from hembit.site.wsgi import application

# By its name, since it can be imported only once Django is set up.
bridge = Bridge(application, import_string("hembit.apps.people.access.holds_session"))
