"""Terms: candidates, weights, variants, and what is none."""
