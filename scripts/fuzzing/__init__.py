"""What `./run fuzz` throws at Frelt: a module for each kind of thing, each with `case(rng)` that returns what it came to."""
