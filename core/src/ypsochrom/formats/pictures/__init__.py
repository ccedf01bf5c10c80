"""Pictures: PNG, JPEG and layered OpenRaster."""
