"""Films laid over each other: coats, glazes, the ground, how the drawing fares, the picture after every pass."""
