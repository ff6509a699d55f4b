"""Attacks on a Fundament of one's own, on the loopback address only: bounded in count and time, ending by themselves."""
