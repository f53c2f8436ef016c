"""Where a thing may stand, and how it is put there."""
