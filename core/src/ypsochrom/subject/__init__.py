"""The reference: from a file of unknown origin to a picture in linear light, cropped to the support."""
