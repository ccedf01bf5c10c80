"""What it takes: millilitres, grams, tubes to buy, piles to keep, hours."""
