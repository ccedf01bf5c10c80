"""Formats that are read again: plan.json, palettes, readings of instruments."""
