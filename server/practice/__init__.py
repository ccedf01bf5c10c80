"""Practice: questions asked and answered, and how far the painter is."""
