"""The value map: the picture in a few steps of light and dark, no mass narrower than the brush."""
