"""Settings of the web application. Everything that differs between installations comes from environment variables."""

from __future__ import annotations

import os
from pathlib import Path

from csp.constants import NONE, SELF

WEB = Path(__file__).resolve().parent

SECRET_KEY = os.environ.get("FUNDAMENT_SECRET_KEY", "")
TESTING = bool(os.environ.get("FUNDAMENT_TESTING"))
DEBUG = False
ALLOWED_HOSTS = os.environ.get("FUNDAMENT_HOSTS", "127.0.0.1,localhost,testserver").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "whitenoise.runserver_nostatic",
    "django.contrib.staticfiles",
    "django.contrib.humanize",
    "procrastinate.contrib.django",
    "fundament.web.accounts",
    "fundament.web.studies",
    "fundament.web.drafts",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.auth.middleware.LoginRequiredMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "fundament.web.urls"
WSGI_APPLICATION = "fundament.web.wsgi.application"
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
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [{"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"}]
LOGIN_URL = "sign-in"
LOGIN_REDIRECT_URL = "studies"
LOGOUT_REDIRECT_URL = "sign-in"

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_I18N = False
USE_TZ = True

STATIC_URL = "/static/"
STATICFILES_DIRS = [WEB / "static"]
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = False
WHITENOISE_MAX_AGE = 3600

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
        "img-src": [SELF, "data:", "https:"],
        "object-src": [NONE],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
        "form-action": [SELF],
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 12_000_000  # a draft of 100,000 words with its markup fits

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}

# The outside world. Without a results service, studies are opened from addresses typed in.
RESULTS_ADDRESS = os.environ.get("FUNDAMENT_RESULTS_ADDRESS", "")
PAGE_PROXY = os.environ.get("FUNDAMENT_PAGE_PROXY", "")
PAGES_AT_ONCE = 6
