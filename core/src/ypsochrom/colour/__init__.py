"""Colour measurement: sRGB, XYZ, CIELAB, CIEDE2000, Munsell value, spectra and illuminants."""
