"""Settings: one shop, one server on its own machine, one SQLite file in WAL mode."""

import os
from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE
from django.core.management.utils import get_random_secret_key

ROOT = Path(__file__).resolve().parent.parent.parent
DATA = Path(os.environ.get("HEMBIT_DATA", ROOT / ".data"))
WEB_BUILD = ROOT / "web" / "dist"
DEBUG = os.environ.get("HEMBIT_DEBUG") == "1"


def _secret_key() -> str:
    """A key of this installation's own, made at the first start and readable by its owner only."""
    path = DATA / "secret_key"
    if not path.exists():
        DATA.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
        path.write_text(get_random_secret_key())
    return path.read_text()


SECRET_KEY = _secret_key()
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
INSTALLED_APPS = [
    "django.contrib.contenttypes",
    "ninja",
    "hembit.apps.shop",
    "hembit.apps.checks",
    "hembit.apps.reckoner",
    "hembit.apps.demo",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "hembit.site.urls"
WSGI_APPLICATION = "hembit.site.wsgi.application"
TEMPLATES = []

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "hembit.sqlite3",
        # The last connection to close folds the WAL away; one kept per thread spares each
        # request that.
        "CONN_MAX_AGE": None,
        "TEST": {"NAME": DATA / "test.sqlite3"},
        "OPTIONS": {
            # An acknowledged reading survives a power cut: WAL, synchronous=FULL.
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            "init_command": (
                "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;"
            ),
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"

# The built front end lies at the root: /assets/… carries a hash in its name and never changes.
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB_BUILD
WHITENOISE_AUTOREFRESH = DEBUG


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
        "img-src": [SELF, "data:"],
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
