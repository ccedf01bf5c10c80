"""Write the API's OpenAPI document to web/openapi.json: `python -m tools.openapi`; `--check` only compares."""

import json
import os
import sys
from pathlib import Path

TARGET = Path(__file__).parents[1] / "web/openapi.json"


def document() -> str:
    """The OpenAPI document as text."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
    import django

    django.setup()
    from server.site.api import api

    return json.dumps(api.get_openapi_schema(), indent=1, sort_keys=True) + "\n"


if __name__ == "__main__":
    text = document()
    if "--check" in sys.argv:
        current = TARGET.exists() and TARGET.read_text() == text
        sys.exit(0 if current else "web/openapi.json is not what the server says: run `make client`")
    TARGET.write_text(text)
