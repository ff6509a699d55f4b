"""What ranks: opened, read, chosen, corrected, renewed."""
