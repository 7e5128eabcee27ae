"""The desk's settings: few, and local by default."""

import hashlib
import os
from datetime import datetime
from pathlib import Path

from django.core.exceptions import ImproperlyConfigured

from bellstone.desk.keeping import data_folder, database_in, key_of, secret_of

BASE = Path(__file__).resolve().parent
DATA = data_folder()
if os.environ.get("BELLSTONE_LOCAL", "1") != "1":
    raise ImproperlyConfigured(
        "BELLSTONE_LOCAL=0 asks for accounts, and there are none yet: unset it. The desk runs on this machine alone."
    )

SECRET_KEY = secret_of(DATA)
DOOR_KEY = key_of(SECRET_KEY)
DEBUG = False
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
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
    "bellstone.desk.guard.Door",
    "django.middleware.csrf.CsrfViewMiddleware",
    "bellstone.desk.hurt.WhileHurt",
    "bellstone.desk.guard.LocalUser",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "bellstone.desk.urls"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": database_in(DATA),
        "CONN_MAX_AGE": None,  # opening the file and its pragmas costs more than most requests
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 8,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
    }
}
STATIC_URL = "/assets/"
WEB_ROOT = BASE / "static_web"
STATIC_ROOT = WEB_ROOT / "assets"
WHITENOISE_MAX_AGE = 31536000
SESSION_ENGINE = "django.contrib.sessions.backends.signed_cookies"  # nothing but who is signed in
SESSION_COOKIE_SAMESITE = "Strict"
CSRF_COOKIE_SAMESITE = "Strict"
SESSION_COOKIE_NAME = (
    f"bellstone_{hashlib.sha256(str(DATA.absolute()).encode()).hexdigest()[:8]}"  # one a desk: ports share cookies
)
SESSION_COOKIE_AGE = 30 * 86400
X_FRAME_OPTIONS = "DENY"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
DATA_UPLOAD_MAX_MEMORY_SIZE = 40_500_000
USE_TZ = True
HERE_NOW = datetime.now().astimezone().tzinfo  # the machine's own zone, read before Django sets another
LANGUAGE_CODE = "en-us"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}
