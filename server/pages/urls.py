"""The API under /api/, the front end everywhere else."""

from django.conf import settings
from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from server.pages.api import api


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The page of the front end, carrying this response's nonce."""
    return render(request, "index.html")


@never_cache
def worker(request: HttpRequest) -> FileResponse:
    """What opens the page where there is no connection: from here it answers for every address of it."""
    file = settings.WEB_DIST / "worker.js"
    if not file.is_file():
        raise Http404
    return FileResponse(file.open("rb"), content_type="text/javascript")


urlpatterns = [path("api/", api.urls), path("worker.js", worker), re_path(r"^(?!api/|static/).*$", page)]
