"""Sheets to print."""
