"""Write the shipped JSON Schema from the types. Usage: ./run python scripts/make_schema.py."""

from pathlib import Path

from frelt.formats.document import schema

(Path(__file__).resolve().parent.parent / "frelt/data/document.schema.json").write_bytes(schema())
