"""A text measured: when it is its turn, with what people said of it."""
