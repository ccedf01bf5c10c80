"""The API, the pictures, and for everything else the page."""

from django.urls import path, re_path

from . import views
from .api import api

urlpatterns = [
    path("api/", api.urls),
    path("health", views.health),
    path("media/<str:name>", views.media),
    path("shown-media/<str:ref>/<str:name>", views.shown_media),
    re_path(r"^(?!api/|media/|shown-media/|static/).*$", views.page),
]
handler500 = "server.site.failures.failed"
