"""The core's graph for a kept painting: its inputs read from the records, its results written back."""
