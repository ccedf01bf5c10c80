"""The order of the work: rules of the trade as pairs, the engine that carries them out, the painter's own moves."""
