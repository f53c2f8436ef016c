"""The plumbing step."""
