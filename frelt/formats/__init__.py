"""Bytes to core values and back. No Qt."""
