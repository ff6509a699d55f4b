"""Subtopics: sections of several pages on one thing, and what most of them say."""
