"""Settings of the web application. Everything that differs between installations comes from environment variables."""

from __future__ import annotations

import os
from pathlib import Path

from csp.constants import NONE, SELF

from fundament.providers.kinds import KINDS

WEB = Path(__file__).resolve().parent

# behind a proxy that speaks TLS: cookies over it alone, browsers are told to use nothing else, and the proxy's word for it is taken
TLS = os.environ.get("FUNDAMENT_TLS", "0") == "1"
SECRET_KEY = os.environ.get("FUNDAMENT_SECRET_KEY", "")
TESTING = bool(os.environ.get("FUNDAMENT_TESTING"))
DEBUG = False
VIEWS_AT_ONCE = 6  # in one process; others wait their turn, and a screen that only listens holds none
HASHING_AT_ONCE = 1  # passwords looked at, in one process
ANSWERS_HELD = 64_000_000  # bytes of answers that are not read yet, in one process
STUCK_SECONDS = 60.0  # until a process whose turns, connections or loop do not come back ends itself
POOLED = bool(os.environ.get("FUNDAMENT_POOLED"))  # web processes share connections among threads
ALLOWED_HOSTS = os.environ.get("FUNDAMENT_HOSTS", "127.0.0.1,localhost" + (",testserver" if TESTING else "")).split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "django.contrib.humanize",
    "procrastinate.contrib.django",
    "fundament.web.accounts",
    "fundament.web.history",
    "fundament.web.members",
    "fundament.web.notices",
    "fundament.web.operating",
    "fundament.web.sites",
    "fundament.web.assets",
    "fundament.web.errands",
    "fundament.web.imports",
    "fundament.web.studies",
    "fundament.web.drafts",
    "fundament.web.study_files",
    "fundament.web.keywords",
]
MIDDLEWARE = [
    "fundament.web.accounts.middleware.RequestNumberMiddleware",
    "fundament.web.accounts.middleware.PrivateMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "fundament.web.bodies.RefusedMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.auth.middleware.LoginRequiredMiddleware",
    "fundament.web.accounts.middleware.PersonsTimeMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "fundament.web.sentences.SentenceMiddleware",
]
ROOT_URLCONF = "fundament.web.urls"
ASGI_APPLICATION = "fundament.web.asgi.application"
AUTH_USER_MODEL = "accounts.Person"
AUTHENTICATION_BACKENDS = ["fundament.web.accounts.backend.PersonBackend"]
SIGN_IN_TRIES = int(
    os.environ.get("FUNDAMENT_SIGN_IN_TRIES", "15")
)  # that may fail from one address before the next has to wait; a third of them for one user name
PROXIES = os.environ.get(
    "FUNDAMENT_PROXIES", ""
)  # addresses that may say for whom they ask (X-Forwarded-For), parted by commas; nobody else is believed
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [WEB / "templates"],
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
                "fundament.web.accounts.context.where",
                "fundament.web.accounts.themes.theme",
                "fundament.web.notices.context.waiting",
            ],
            "builtins": ["fundament.web.drawings.tags"],
        },
    }
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": os.environ.get("FUNDAMENT_DATABASE_NAME", "postgres"),
        "USER": os.environ.get("FUNDAMENT_DATABASE_USER", "fundament"),
        "PASSWORD": os.environ.get("FUNDAMENT_DATABASE_PASSWORD", ""),
        "HOST": os.environ.get("FUNDAMENT_DATABASE_HOST", "127.0.0.1"),
        "PORT": os.environ.get("FUNDAMENT_DATABASE_PORT", "5432"),
        "TEST": {"NAME": os.environ.get("FUNDAMENT_TEST_DATABASE")},
        "CONN_MAX_AGE": 0,  # the pool keeps connections, not the threads
        # a web request waits for nothing for long: a connection, a locked row, a statement
        "OPTIONS": {
            "pool": {"min_size": 1, "max_size": VIEWS_AT_ONCE + HASHING_AT_ONCE + 2, "timeout": 10},
            "options": "-c lock_timeout=5s -c statement_timeout=20s",
        }
        if POOLED
        else {},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [{"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"}]
if TESTING:
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]  # the real one takes its time, as it should
LOGIN_URL = "sign-in"
LOGIN_REDIRECT_URL = "studies"
LOGOUT_REDIRECT_URL = "sign-in"

# Mail is set up when there is a server for it, an address it is sent from, and the address people reach this application at, which goes into links
ADDRESS = os.environ.get("FUNDAMENT_ADDRESS", "").rstrip("/")
EMAIL_HOST = os.environ.get("FUNDAMENT_MAIL_HOST", "")
EMAIL_PORT = int(os.environ.get("FUNDAMENT_MAIL_PORT", "587"))
EMAIL_HOST_USER = os.environ.get("FUNDAMENT_MAIL_USER", "")
EMAIL_HOST_PASSWORD = os.environ.get("FUNDAMENT_MAIL_PASSWORD", "")
EMAIL_USE_TLS = os.environ.get("FUNDAMENT_MAIL_TLS", "1") == "1"
EMAIL_TIMEOUT = 20  # seconds
DEFAULT_FROM_EMAIL = os.environ.get("FUNDAMENT_MAIL_FROM", "")
MAIL_SET_UP = bool(EMAIL_HOST and DEFAULT_FROM_EMAIL and ADDRESS)

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_I18N = False
USE_TZ = True

STATIC_URL = "/static/"
STATICFILES_DIRS = [WEB / "static"]
STATIC_ROOT = os.environ.get("FUNDAMENT_STATIC_ROOT", "")
# with a folder for them, static files have the hash of their content in their names and are kept by browsers for ever
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {
        "BACKEND": "servestatic.storage.CompressedManifestStaticFilesStorage"
        if STATIC_ROOT
        else "django.contrib.staticfiles.storage.StaticFilesStorage"
    },
}

if TLS:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = True
    SECURE_HSTS_SECONDS = 31_536_000
    CSRF_TRUSTED_ORIGINS = [ADDRESS] if ADDRESS else []
SESSION_COOKIE_HTTPONLY = True
CSRF_COOKIE_HTTPONLY = False  # the editor sends it with each save
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF],
        "img-src": [SELF, "data:"],  # pictures of other hosts would tell them who reads what
        "object-src": [NONE],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
        "form-action": [SELF],
    }
}
# sizes of bodies, in bytes; the views say which of them they take (`bodies`)
SMALL_BODY = 100_000  # of anybody
LARGEST_TEXT = DATA_UPLOAD_MAX_MEMORY_SIZE = int(
    os.environ.get("FUNDAMENT_LARGEST_TEXT", "12000000")
)  # a draft of 100,000 words with its markup fits
MOST_PICTURES = int(os.environ.get("FUNDAMENT_MOST_PICTURES", "5000"))  # that a workspace keeps for its drafts
REVISIONS_AN_HOUR = int(os.environ.get("FUNDAMENT_REVISIONS_AN_HOUR", "100"))  # of one draft
BODIES_HELD = 60_000_000  # at once, in one process
BODY_SECONDS = 30  # until a body is there

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"json": {"()": "fundament.web.logs.JsonFormatter"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "json"}},
    "loggers": {"fundament.audit": {"level": "INFO"}},
    "root": {"handlers": ["console"], "level": os.environ.get("FUNDAMENT_LOG_LEVEL", "WARNING").upper()},
}

# The outside world. Without a results service, studies are opened from addresses typed in.
PAGE_PROXY = os.environ.get("FUNDAMENT_PAGE_PROXY", "")
PAGES_AT_ONCE = 6  # of one study
STUDIES_AT_ONCE = int(os.environ.get("FUNDAMENT_STUDIES_AT_ONCE", "1"))  # of one workspace that are read
STUDIES_WAITING = int(os.environ.get("FUNDAMENT_STUDIES_WAITING", "40"))  # of one workspace that are read or wait to be
JOBS_AT_ONCE = int(os.environ.get("FUNDAMENT_JOBS_AT_ONCE", "8"))  # in one worker
PAGES_ALSO_ALLOWED: list[str] = []  # "host:port" on loopback that tests serve pages from
# The services beside pages, see `providers.kinds`. Each has its address as a setting of its own too, RESULTS_ADDRESS and so on
SERVICES = {kind.key: kind.settings(os.environ) for kind in KINDS.values()}
globals().update({f"{key.upper()}_ADDRESS": str(service["address"]) for key, service in SERVICES.items()})
