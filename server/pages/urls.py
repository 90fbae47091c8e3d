"""The API under /api/, the front end everywhere else."""

from django.http import HttpRequest, HttpResponse
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


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|static/).*$", page)]
