"""Django's settings. What differs between machines comes from the environment; nothing secret stands here."""

from __future__ import annotations

import os
import secrets
import sys
from pathlib import Path

from csp.constants import NONCE, NONE, SELF

from pennywort.records.databases import KEPT, database_at, sqlite_at
from pennywort.site.private import keep_private

ROOT = Path(__file__).resolve().parent.parent.parent
DIST = ROOT / "web" / "dist"
VAR = Path(os.environ.get("PENNYWORT_VAR", ROOT / "var"))
TESTING = "test" in sys.argv[1:2]


def _secret_key() -> str:
    """From the environment, else from a file that only the owner reads, made at the first start."""
    if key := os.environ.get("PENNYWORT_SECRET_KEY"):
        return key
    if TESTING:
        return secrets.token_urlsafe(50)
    VAR.mkdir(parents=True, exist_ok=True)
    path = VAR / "secret_key"
    try:
        with open(os.open(path, os.O_CREAT | os.O_EXCL | os.O_WRONLY, 0o600), "w", encoding="utf-8") as handle:
            handle.write(secrets.token_urlsafe(50))
    except FileExistsError:
        pass
    return path.read_text(encoding="utf-8")


SECRET_KEY = _secret_key()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("PENNYWORT_HOSTS", "127.0.0.1,localhost").split(",")
# Behind TLS set PENNYWORT_HTTPS=1: cookies then travel over TLS only. On 127.0.0.1 there is no TLS to require.
HTTPS = os.environ.get("PENNYWORT_HTTPS") == "1"
# how many proxies of one's own stand in front: without one nobody is believed about where he comes from
PROXIES = int(os.environ.get("PENNYWORT_PROXIES", "0"))

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "whitenoise.runserver_nostatic",
    "django.contrib.staticfiles",
    "axes",
    "ninja",
    "pennywort.people.apps.PeopleConfig",
    "pennywort.shelf.apps.ShelfConfig",
    "pennywort.tanks.apps.TanksConfig",
    "pennywort.fish.apps.FishConfig",
    "pennywort.courses.apps.CoursesConfig",
    "pennywort.looks",
    "pennywort.measure.apps.MeasureConfig",
    "pennywort.baths.apps.BathsConfig",
    "pennywort.instruments.apps.InstrumentsConfig",
    "pennywort.rehearse.apps.RehearseConfig",
    "pennywort.archive",
    "pennywort.backup",
    "pennywort.demo",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "pennywort.site.smaller.SmallerAnswers",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "pennywort.site.record.OnlyTheirOwn",
    "pennywort.site.readers.OwnDegrees",
    "pennywort.site.problems.ApiProblems",
]
ROOT_URLCONF = "pennywort.site.urls"
WSGI_APPLICATION = "pennywort.site.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [DIST],
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

# tests clone the file, which WAL would split in two
_OF_TESTS = "PRAGMA journal_mode=DELETE;PRAGMA synchronous=OFF;PRAGMA foreign_keys=ON;"
_SQLITE = sqlite_at(VAR / "pennywort.sqlite3", pragmas=_OF_TESTS if TESTING and os.environ.get("PENNYWORT_TEST_WAL") != "1" else KEPT)
# One machine is what SQLite is for. Where it is outgrown the same code runs on PostgreSQL, by its address.
_ELSEWHERE = os.environ.get("PENNYWORT_DATABASE_URL", "")
DATABASES = {"default": database_at(_ELSEWHERE) if _ELSEWHERE else {**_SQLITE, "TEST": {**_SQLITE["TEST"], "NAME": VAR / "test.sqlite3"}}}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "rooms.Keeper"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = 0.25
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_ENABLE_ADMIN = False
AXES_VERBOSE = False
AXES_CLIENT_IP_CALLABLE = "pennywort.site.proxy.client_address"
AXES_HANDLER = "pennywort.site.tries.Tries"
AXES_ENABLED = not TESTING

SESSION_ENGINE = "pennywort.site.sessions"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = HTTPS
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SECURE = HTTPS
CSRF_FAILURE_VIEW = "pennywort.site.problems.csrf_failure"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_SSL_REDIRECT = HTTPS
SECURE_HSTS_SECONDS = int(os.environ.get("PENNYWORT_HSTS_S", 60 * 60 * 24 * 30)) if HTTPS else 0
X_FRAME_OPTIONS = "DENY"
DATA_UPLOAD_MAX_MEMORY_SIZE = 5 * 1024 * 1024
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "worker-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

# Photos are served by a route that asks who is looking, never from a public folder.
# several machines share the pictures, and nothing else, by a disk of their own
PHOTO_ROOT = VAR / "test_photos" if TESTING else Path(os.environ.get("PENNYWORT_PHOTOS", VAR / "photos"))
keep_private(VAR, database=VAR / "pennywort.sqlite3", photos=PHOTO_ROOT)
STATIC_URL = "/static/"
STATIC_ROOT = VAR / "static"
# Only the built assets: the raw index template stays private.
STATICFILES_DIRS = [("assets", DIST / "assets")] if (DIST / "assets").exists() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage" if not TESTING else "django.contrib.staticfiles.storage.StaticFilesStorage"},
}


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802  (whitenoise's name)
    """Everything below assets carries a hash in its name."""
    return url.startswith("/static/assets/")


TEST_RUNNER = "tests.runner.CountingRunner"
LANGUAGE_CODE = "en-gb"
USE_I18N = False
USE_TZ = True
TIME_ZONE = "UTC"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # a refused request is an answer, not an accident
    "loggers": {"django.request": {"level": "ERROR"}, "axes": {"level": "ERROR"}},
}
