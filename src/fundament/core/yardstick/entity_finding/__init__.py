"""Entities: names, concepts and their kinds; lists of one's own."""
