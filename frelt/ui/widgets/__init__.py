"""Fields, rows and lists that several places use."""
