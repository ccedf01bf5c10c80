"""The logbook: what the easel and the checks told, and what is learned from it."""
