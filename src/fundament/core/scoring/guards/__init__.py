"""What takes credit away from a use: one module for each guard, see docs/method.md."""
