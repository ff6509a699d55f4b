"""What is to be said of a text's language: how hard it is to read, spelling, grammar, style. None of it counts in the score."""
