"""What a solved rig says, for the screen, for files, and beside another."""
