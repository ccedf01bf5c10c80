"""Drawings at true size."""
