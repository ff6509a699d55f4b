"""What leaves the house, in versioned structs: documented in docs/schemas.md, and read back by the same structs."""
