"""Units of work: steps gathered as a hand does them, with their minutes, and on the clock."""
