"""A text kept: saved, revised, exported, published, shared."""
