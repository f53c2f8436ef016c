"""What each command does that needs no window: one file each, loaded when it is asked for."""
