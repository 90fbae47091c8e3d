"""Django settings; everything that differs between machines comes from the environment."""

import os
from pathlib import Path

from csp.constants import NONCE, NONE, SELF

ROOT = Path(__file__).resolve().parent.parent.parent
VAR = Path(os.environ.get("NORTH_HINGE_VAR", ROOT / "var"))
WEB_DIST = ROOT / "web" / "dist"

DEMO = os.environ.get("NORTH_HINGE_DEMO") == "1"
SECRET_KEY = os.environ.get("NORTH_HINGE_SECRET_KEY", "")
DEBUG = False
ALLOWED_HOSTS = os.environ.get("NORTH_HINGE_HOSTS", "127.0.0.1,localhost,testserver").split(",")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "server.people",
    "server.stock",
    "server.doors",
    "server.calls",
    "server.bench",
    "server.exchange",
]

MIDDLEWARE = [
    "server.config.errors.OneErrorShape",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "server.people.scope.ShopScope",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]

ROOT_URLCONF = "server.site.urls"
WSGI_APPLICATION = "server.site.wsgi.application"

TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [WEB_DIST],
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("NORTH_HINGE_DB", "north_hinge"),
        "USER": os.environ.get("NORTH_HINGE_DB_USER", "root"),
        "PASSWORD": os.environ.get("NORTH_HINGE_DB_PASSWORD", ""),
        "HOST": os.environ.get("NORTH_HINGE_DB_SOCKET", str(VAR / "db" / "socket")),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "charset": "utf8mb4",
            "isolation_level": "read committed",
            "init_command": "SET sql_mode='STRICT_ALL_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'",
        },
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_520_ci"},
    }
}
# Shared by every web process, so that a throttle counts them all.
CACHES = {"default": {"BACKEND": "django.core.cache.backends.db.DatabaseCache", "LOCATION": "shared_cache"}}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "people.Person"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 6
AXES_COOLOFF_TIME = 0.25
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
AXES_LOCKOUT_CALLABLE = "server.people.throttle.locked_out"

SESSION_COOKIE_AGE = 60 * 60 * 24 * 14
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
if os.environ.get("NORTH_HINGE_HTTPS") == "1":
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = True
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

STATIC_URL = "/static/"
STATIC_ROOT = VAR / "static"
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.is_dir() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[\w-]{8}\.\w+$"

# A person asks these often enough by hand, never in a loop.
HEAVY_QUESTIONS_RATE = os.environ.get("NORTH_HINGE_HEAVY_RATE", "240/m")
# Failed sign-ins from one address, whatever the names, before it waits.
SPRAY_LIMIT, SPRAY_SECONDS = 40, 15 * 60

TIME_ZONE = "UTC"
USE_TZ = True
USE_I18N = False
DATA_UPLOAD_MAX_MEMORY_SIZE = 5 * 1024 * 1024

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {"weasyprint": {"level": "ERROR"}, "fontTools": {"level": "ERROR"}},
}
