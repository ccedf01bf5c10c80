"""What every part of the core shares: errors, advice, units of length, progress."""
