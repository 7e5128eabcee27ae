"""The desk's settings: few, and local by default."""

import os
import secrets
from datetime import datetime
from pathlib import Path

BASE = Path(__file__).resolve().parent
CHECKOUT = BASE.parent.parent


def _data_folder() -> Path:
    """Where the laterals are kept: as told, else beside a checkout, else in the user's own data folder."""
    if told := os.environ.get("BELLSTONE_DATA"):
        return Path(told)
    if (CHECKOUT / "pyproject.toml").exists():
        return CHECKOUT / "var"
    return Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share") / "bellstone"


DATA = _data_folder()
DATA.mkdir(parents=True, exist_ok=True)


def _secret() -> str:
    """The signing key lives with the data, made on first use; none is in the repository."""
    path = DATA / "secret.key"
    if not path.exists():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(50))
    return path.read_text().strip() or secrets.token_urlsafe(50)


SECRET_KEY = _secret()
DEBUG = False
LOCAL = os.environ.get("BELLSTONE_LOCAL", "1") == "1"  # loopback: the server signs its one user in
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]", *filter(None, os.environ.get("BELLSTONE_HOSTS", "").split(","))]
INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "bellstone.desk",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "bellstone.desk.guard.ForeignPages",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "bellstone.desk.guard.LocalUser",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "bellstone.desk.urls"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "bellstone.sqlite3",
        "CONN_MAX_AGE": None,  # opening the file and its pragmas costs more than most requests
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}
STATIC_URL = "/assets/"
WEB_ROOT = BASE / "static_web"
STATIC_ROOT = WEB_ROOT / "assets"
WHITENOISE_MAX_AGE = 31536000
SESSION_ENGINE = "django.contrib.sessions.backends.signed_cookies"  # nothing but who is signed in
SESSION_COOKIE_SAMESITE = "Strict"
CSRF_COOKIE_SAMESITE = "Strict"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = not LOCAL
X_FRAME_OPTIONS = "DENY"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
DATA_UPLOAD_MAX_MEMORY_SIZE = 20_500_000
USE_TZ = True
HERE_NOW = datetime.now().astimezone().tzinfo  # the machine's own zone, read before Django sets another
LANGUAGE_CODE = "en-us"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}
