"""Pixels: resizing in linear light, discs, and label images."""
