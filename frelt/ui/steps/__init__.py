"""What each step of the path offers at the right."""
