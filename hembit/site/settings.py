"""Settings: one shop, one server on its own machine, one SQLite file in WAL mode."""

import json
import os
from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE

from hembit.site.secret_key import secret_key

ROOT = Path(__file__).resolve().parent.parent.parent
DATA = Path(os.environ.get("HEMBIT_DATA", ROOT / ".data"))
WEB_BUILD = ROOT / "web" / "dist"
DEBUG = os.environ.get("HEMBIT_DEBUG") == "1"


SECRET_KEY = secret_key(DATA)
# The names and addresses by which it is reached, as bin/serve worked them out.
_NAMES = os.environ.get("HEMBIT_NAMES", "127.0.0.1 localhost ::1").split()
ALLOWED_HOSTS = [f"[{one}]" if ":" in one else one for one in _NAMES]
# Only from these addresses is it believed who asked, and that it was by TLS.
TRUSTED_PROXIES = frozenset(os.environ.get("HEMBIT_PROXIES", "").split())
# Where telephones take the authority's certificate, and its fingerprint; empty where there is none.
PHONE_PAGE = os.environ.get("HEMBIT_PHONE_PAGE", "")
FINGERPRINT = os.environ.get("HEMBIT_FINGERPRINT", "")
# When telephones trust the authority no more (ISO 8601); empty where there is none.
AUTHORITY_ENDS = os.environ.get("HEMBIT_AUTHORITY_ENDS", "")
_SECURE = os.environ.get("HEMBIT_SECURE") == "1"
INSTALLED_APPS = [
    "hembit.apps.base",
    "hembit.apps.workshop",
    "hembit.apps.people",
    "django.contrib.admin",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "ninja",
    "hembit.apps.lists",
    "hembit.apps.shop",
    "hembit.apps.backups",
    "hembit.apps.rules",
    "hembit.apps.library",
    "hembit.apps.checks",
    "hembit.apps.reckoner",
    "hembit.apps.machines",
    "hembit.apps.jobs",
    "hembit.apps.history",
    "hembit.apps.photos",
    "hembit.apps.privacy",
    "hembit.apps.reports",
    "hembit.apps.demo",
]
MIDDLEWARE = [
    "hembit.api.not_stored.NotStored",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "hembit.apps.base.actor.KnowsWho",
    "hembit.apps.people.door.sessions.FollowsTheKey",
    "hembit.apps.people.door.bench_lock.LockedOut",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "hembit.site.urls"
WSGI_APPLICATION = "hembit.site.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "APP_DIRS": True,
        "DIRS": [ROOT / "hembit" / "site" / "templates"],
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ]
        },
    }
]

CSRF_FAILURE_VIEW = "hembit.api.unhandled.foreign"

AUTH_USER_MODEL = "people.Person"
AUTHENTICATION_BACKENDS = [
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 10},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "hembit.apps.people.door.passwords.NotANameHere"},
]
SESSION_COOKIE_SAMESITE = "Strict"
SESSION_COOKIE_AGE = 7 * 24 * 3600
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = _SECURE
SECURE_HSTS_SECONDS = 365 * 24 * 3600 if os.environ.get("HEMBIT_HSTS") == "1" else 0
DEMO_PEOPLE = (
    json.loads((ROOT / "hembit" / "apps" / "demo" / "data" / "people.json").read_text("utf-8"))
    if os.environ.get("HEMBIT_DEMO") == "1"
    else []
)

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": Path(os.environ.get("HEMBIT_DATABASE", DATA / "hembit.sqlite3")),
        # The last connection to close folds the WAL away; one kept per thread spares each
        # request that.
        "CONN_MAX_AGE": None,
        "TEST": {"NAME": DATA / "test.sqlite3"},
        "OPTIONS": {
            # An acknowledged reading survives a power cut: WAL, synchronous=FULL.
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            "init_command": (
                "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON; "
                # What is erased is overwritten, not only forgotten.
                "PRAGMA secure_delete=ON;"
            ),
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

USE_TZ = True
# Times are stored in UTC; pages and the PDF show them by the workshop's clock: this machine's zone,
# until a lead says another.
_ZONE_HERE = os.path.realpath("/etc/localtime").partition("zoneinfo/")[2] or "UTC"
TIME_ZONE = os.environ.get("HEMBIT_TIME_ZONE", _ZONE_HERE)
LANGUAGE_CODE = "en-gb"

# The built front end lies at the root: /assets/… carries a hash in its name and never changes.
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_BUILD
WHITENOISE_AUTOREFRESH = DEBUG
WHITENOISE_MIMETYPES = {".webmanifest": "application/manifest+json"}
# The administration's own styles and scripts, straight from its package.
WHITENOISE_USE_FINDERS = True
MEDIA_ROOT = DATA / "photos"


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802
    return url.startswith("/assets/")


SECURE_REFERRER_POLICY = "same-origin"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CSRF_COOKIE_SAMESITE = "Strict"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        # Positioned primitives (menus, dialogs) place themselves with style attributes.
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:", "blob:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 1_000_000
TEST_RUNNER = "hembit.site.test_runner.CountingRunner"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}
