"""What a page is made of: blocks, furniture, regions, goods, titles, its kind."""
