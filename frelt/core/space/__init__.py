"""Room: what things take of it, what stands in the way, where a person walks."""
