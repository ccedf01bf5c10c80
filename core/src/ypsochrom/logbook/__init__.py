"""The logbook: what really happened, and what is learned from it."""
