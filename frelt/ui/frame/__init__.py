"""What stands around the bench: window, path, verdict, strip, column."""
