"""Paintings that their painter shows to others, and what is remarked on them."""
