"""Which pages belong together: intents, near-copies, proposed competitors; what is asked and searched."""
