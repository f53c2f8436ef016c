"""Fittings: what stands in a line, and what each kind of it is. To add a kind: a file in `kinds` that calls `register`, and its test."""
