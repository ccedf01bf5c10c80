"""The physics of paint: what a mix, a film or a stack of films looks like, wet and dry."""
