"""Settings. What differs between installations comes from AWAKE_FURROW_… variables; nothing is fetched from outside."""

import os
import secrets
import tomllib
from datetime import timedelta
from enum import EnumType, StrEnum
from pathlib import Path
from typing import Any

from csp.constants import NONE, SELF, UNSAFE_INLINE

from core import vocabulary
from server.record_kinds.disk import write_bytes

ROOT = Path(__file__).resolve().parents[2]
APP_VERSION = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]["version"]
DATA = Path(os.environ.get("AWAKE_FURROW_DATA", ROOT / "var"))
WEB_DIST = ROOT / "web" / "dist"
TESTING = os.environ.get("AWAKE_FURROW_TESTING") == "1"


def _secret_key() -> str:
    """Read the installation's own key, made on its first start and readable by its owner only."""
    if TESTING:
        # the first thing that a fresh clone runs may be a test
        DATA.mkdir(parents=True, exist_ok=True)
        return "only-for-tests"
    path = DATA / "secret-key"
    # an empty file is what a full disk left of an earlier version's first start
    if not path.is_file() or path.stat().st_size == 0:
        write_bytes(path, secrets.token_urlsafe(48).encode("ascii"))
    return path.read_text(encoding="ascii")


SECRET_KEY = _secret_key()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("AWAKE_FURROW_HOSTS", "localhost,127.0.0.1,[::1]").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "rest_framework",
    "django_filters",
    "drf_spectacular",
    "drf_spectacular_sidecar",
    "simple_history",
    "axes",
    "csp",
    "server.record_kinds",
    "server.people",
    "server.reference",
    "server.temperature",
    "server.stands",
    "server.lots",
    "server.recipes",
    "server.batches",
    "server.trials",
    "server.evidence",
    "server.sowing",
    "server.labels",
    "server.rounds",
    "server.exchange",
    "server.changes",
    "server.finding",
    "server.backups",
    "server.practice",
    "server.demo",
]

MIDDLEWARE = [
    "server.record_kinds.middleware.GateBeforeWrites",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "server.people.middleware.InReadersUnits",
    "server.practice.middleware.PracticeBench",
]

ROOT_URLCONF = "server.config.urls"
WSGI_APPLICATION = "server.config.wsgi.application"
AUTH_USER_MODEL = "people.Person"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
# after a few wrong tries somebody waits; others on the same network go on
AXES_FAILURE_LIMIT = 6
AXES_COOLOFF_TIME = timedelta(minutes=5)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "server.http.problems.too_many_tries"
AXES_RESET_ON_SUCCESS = True
# how many proxies of one's own stand in front: a header says from where a request came only if one of them wrote it
PROXIES = int(os.environ.get("AWAKE_FURROW_PROXIES", "0"))
AXES_IPWARE_PROXY_COUNT = PROXIES
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {
        "NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator",
        "OPTIONS": {"user_attributes": ("username", "initials")},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]
if TESTING:
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
    AXES_ENABLED = False

TEMPLATES: list[dict[str, Any]] = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

# An acknowledged look survives a power cut: WAL with FULL. Tests copy the file per process, and a copy knows no WAL.
_PRAGMAS = (
    "PRAGMA journal_mode=DELETE; PRAGMA synchronous=OFF;"
    if TESTING
    else "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA cache_size=-20000; PRAGMA temp_store=MEMORY; PRAGMA mmap_size=134217728;"
)
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": Path(os.environ.get("AWAKE_FURROW_DATABASE", DATA / "awake-furrow.sqlite3")),
        "OPTIONS": {"transaction_mode": "IMMEDIATE", "timeout": 20, "init_command": _PRAGMAS},
        "CONN_MAX_AGE": None if not TESTING else 0,
        "TEST": {"NAME": str(DATA / "test.sqlite3"), "MIGRATE": False},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

LANGUAGE_CODE = "en"
TIME_ZONE = os.environ.get("AWAKE_FURROW_TIME_ZONE", "UTC")
USE_TZ = True

MEDIA_ROOT = DATA / "media"
STORAGES = {
    "default": {"BACKEND": "server.reference.storage.WholeFiles"},
    "staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"},
}
# where backups lie: best on another disk; nightly ones are made by the process that serves
BACKUPS = Path(os.environ.get("AWAKE_FURROW_BACKUPS", DATA / "backups"))
# benches of the practice: a database of its own for each try, and none of it among the records
PRACTICE = DATA / "practice"
# made with the build, from the fonts that the front end ships
PAPER_FONTS = ROOT / "build" / "fonts"
NIGHTLY = os.environ.get("AWAKE_FURROW_NIGHTLY") == "1"
# server/lots/balance.py says what an adapter is; empty: the simulated balance
BALANCE_ADAPTER = os.environ.get("AWAKE_FURROW_BALANCE", "")

# what was worked out is kept in the process; each key says what it was made from, so nothing goes stale
_KEYS = "server.record_kinds.other_database.cache_key"
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.locmem.LocMemCache",
        "LOCATION": "default",
        "KEY_FUNCTION": _KEYS,
        "OPTIONS": {"MAX_ENTRIES": 20},
    },
    "answers": {
        "BACKEND": "django.core.cache.backends.locmem.LocMemCache",
        "LOCATION": "answers",
        "KEY_FUNCTION": _KEYS,
        "OPTIONS": {"MAX_ENTRIES": 80},
    },
    "rates": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache", "LOCATION": "rates", "OPTIONS": {"MAX_ENTRIES": 2000}},
}

STATIC_URL = "/static/"
STATICFILES_DIRS: list[Path] = []
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.is_dir() else None
WHITENOISE_USE_FINDERS = True
# a test's client looks at no file, and there are thousands of clients: reading all files for each would take half of the time
WHITENOISE_AUTOREFRESH = TESTING
# built files carry a hash of what is in them: they never change
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        # Vuetify writes its theme into a style element, and Vue sets style attributes
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:", "blob:"],
        # the camera that reads codes
        "media-src": [SELF, "blob:"],
        "frame-ancestors": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
    }
}
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"
# over a secure address cookies travel on no other, and browsers stay on it
SECURE = os.environ.get("AWAKE_FURROW_SECURE") == "1"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 30 if SECURE else 0
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "server.http.problems.csrf_failed"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30

RATE_OF_PERSON = None if TESTING else os.environ.get("AWAKE_FURROW_RATE", "3000/min")
RATE_OF_TOKEN = None if TESTING else os.environ.get("AWAKE_FURROW_TOKEN_RATE", "300/min")
RATE_OF_STRANGER = None if TESTING else "60/min"
REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["server.people.api.token_authentication.BearerToken", "server.http.authentication.SignedInSession"],
    "DEFAULT_PERMISSION_CLASSES": ["server.people.api.doors.OpenToRole"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["server.http.parsers.SafeJson"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "DEFAULT_PAGINATION_CLASS": "server.http.pagination.Pages",
    "EXCEPTION_HANDLER": "server.http.problems.handle",
    "NUM_PROXIES": PROXIES,
    "TEST_REQUEST_DEFAULT_FORMAT": "json",
    "DEFAULT_THROTTLE_CLASSES": ["server.http.rates.PersonRate", "server.http.rates.TokenRate", "server.http.rates.StrangerRate"],
    # tests and measurements ask faster than anybody works
    "DEFAULT_THROTTLE_RATES": {"user": RATE_OF_PERSON, "anon": RATE_OF_STRANGER, "token": RATE_OF_TOKEN},
}

SPECTACULAR_SETTINGS = {
    "TITLE": "Awake Furrow",
    "DESCRIPTION": "Lots, recipes, germination trials, looks and their analysis. Errors are problem+json. "
    "A program comes with an API token (page API tokens): `Authorization: Bearer furrow_…`.",
    "VERSION": "1",
    "SERVE_PUBLIC": False,
    "SERVE_PERMISSIONS": ["server.people.api.doors.OpenToRole"],
    "SCHEMA_PATH_PREFIX": "/api/v1/",
    "COMPONENT_SPLIT_REQUEST": True,
    # every word list of the core keeps its name
    "ENUM_NAME_OVERRIDES": {
        name: f"core.vocabulary.{name}" for name, words in vars(vocabulary).items() if isinstance(words, EnumType) and words is not StrEnum
    }
    # a column may be any field of a lot, too
    | {"ColumnMeaning": "core.tables.MEANINGS", "FieldKind": "core.seedstock.FieldKind", "FormLine": "core.seedstock.FormLine"},
    "SWAGGER_UI_DIST": "SIDECAR",
    "SWAGGER_UI_FAVICON_HREF": "SIDECAR",
}

TEST_RUNNER = "server.config.test_runner.CountingRunner"
SILENCED_SYSTEM_CHECKS = ["axes.W006"]
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # tests ask for refusals on purpose
    "loggers": {name: {"level": "CRITICAL" if TESTING else "WARNING"} for name in ("django.request", "django.security")},
}
