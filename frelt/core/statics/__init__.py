"""What every support carries, and the exact worst case over all fills."""
