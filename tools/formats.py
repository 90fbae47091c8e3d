"""Write docs/formats: the OpenAPI document, and a JSON Schema for each document that is handed out and taken in."""

from __future__ import annotations

import json
import os
from pathlib import Path

FOLDER = Path(__file__).resolve().parent.parent / "docs" / "formats"


def documents() -> dict[str, object]:
    """File name to content of everything published."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    os.environ.setdefault("NORTH_HINGE_SECRET_KEY", "only to write the formats, where nothing is ever signed")
    import django

    django.setup()
    from server.exchange.document import CallDocument, DoorDocument
    from server.pages.api import api

    published: dict[str, object] = {"openapi.json": api.get_openapi_schema(path_prefix="/api/")}
    published["call.schema.json"] = CallDocument.model_json_schema(mode="serialization")
    published["door.schema.json"] = DoorDocument.model_json_schema(mode="serialization")
    return published


def text_of(document: object) -> str:
    """How a published document is written to its file."""
    return json.dumps(document, indent=1, ensure_ascii=False) + "\n"


def main() -> None:
    """Write every file."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    for name, document in documents().items():
        (FOLDER / name).write_text(text_of(document), encoding="utf-8")


if __name__ == "__main__":
    main()
