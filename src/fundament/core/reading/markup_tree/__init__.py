"""From bytes to a bounded tree: character sets, markup, bounds."""
