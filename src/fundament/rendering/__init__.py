"""Papers that leave the house: declared once as blocks (`paper`), rendered as HTML, PDF, DOCX and Markdown."""
