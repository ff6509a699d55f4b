"""The text of a draft as the editor holds it: a tree of nodes as JSON, with an id on every block of text."""
