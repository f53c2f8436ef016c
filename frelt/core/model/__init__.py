"""The document's own types, nothing computed; and the one walker over every place that names an id."""
