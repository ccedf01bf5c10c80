"""What is kept and how: paintings, results, the history of changes, the bin, background runs, pictures."""
