"""The page (the built web application) and the owner's pictures."""

import re
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseNotFound, JsonResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET, require_safe

from server.records import pictures
from server.records.health import health as told_health
from server.sharing.services import has_picture, share_of

from .problems import NotFound

_PLACEHOLDER = "__CSP_NONCE__"


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The web application; every address inside it gets the same page (deep links)."""
    index = settings.WEB_BUILD / "index.html"
    if not index.exists():
        return HttpResponse("The web application is not built. Run: make demo", status=503, content_type="text/plain")
    text = index.read_text().replace(_PLACEHOLDER, str(request.csp_nonce))  # type: ignore[attr-defined]
    response = HttpResponse(text)
    response["Cache-Control"] = "no-store"
    return response


@require_safe
def health(_: HttpRequest) -> JsonResponse:
    """Whether the site works, for whatever looks after it: 200 or 503, and no word about painters or pictures."""
    found = told_health()
    answer = JsonResponse(found, status=200 if found["ok"] else 503)
    answer["Cache-Control"] = "no-store"
    return answer


@require_GET
def media(request: HttpRequest, name: str) -> HttpResponse:
    """A stored picture, to its owner only."""
    return _picture(request.user if request.user.is_authenticated else None, name)


@require_GET
def shown_media(request: HttpRequest, ref: str, name: str) -> HttpResponse:
    """A stored picture of a painting, to whom that is shown; kept by no browser beyond the share."""
    try:
        share = share_of(ref, request.user)
    except NotFound:
        return HttpResponseNotFound()
    response = _picture(share.owner if has_picture(share, name) else None, name)
    response["Cache-Control"] = "private, no-cache"
    return response


def _picture(owner: Any, name: str) -> HttpResponse:
    if owner is None or not re.fullmatch(r"[0-9a-f]{64}\.(png|jpg)", name):
        return HttpResponseNotFound()
    if not pictures.is_of(owner, name):
        return HttpResponseNotFound()
    response = HttpResponse(pictures.read(name), content_type="image/png" if name.endswith("png") else "image/jpeg")
    response["Cache-Control"] = "private, max-age=31536000, immutable"
    response["Content-Disposition"] = "inline"
    return response
