"""What flows in hoses and pipes, and what it costs in pressure."""
