"""What people decide on terms, entities and subtopics."""
