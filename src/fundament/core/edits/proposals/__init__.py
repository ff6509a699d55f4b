"""Edits with their text worked out: what is proposed, where, and what the score gains by it, to the tenth."""
