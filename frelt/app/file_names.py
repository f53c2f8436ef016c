"""Names of files, from what people call things."""

import unicodedata

LONGEST = 120  # bytes of a file's name before its ending


def file_name(name: str) -> str:
    """A name for a file: letters and digits of any script stay, whatever else becomes a hyphen."""
    parts = "".join(c if c.isalnum() else " " for c in unicodedata.normalize("NFC", name).lower()).split()
    kept = "-".join(parts)
    return kept.encode()[:LONGEST].decode(errors="ignore").strip("-") or "unnamed"
