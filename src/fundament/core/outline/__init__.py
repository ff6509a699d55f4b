"""The outline of a text that is to be written: what is proposed for it, and how far it covers what competitors share."""
