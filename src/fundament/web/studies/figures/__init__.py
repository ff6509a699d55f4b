"""Figures of a study: made, kept, looked at."""
