"""Archives: paintings and whole studios saved as one file, and taken in again."""
