"""What the score is worked out from: features of blocks and passages, figures, length, substance."""
