"""Fundament: measure a draft or a published page against the pages that rank for a keyword."""
