"""The bench: drawings, posts and tubes, worked with mouse and keys."""
