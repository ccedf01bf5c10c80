"""The pass plan: which mix goes where, in which order, with which brush, how many coats and how many millilitres."""
