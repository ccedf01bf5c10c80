"""What will go wrong with a plan, said while it is still free to change. One module a kind of trouble; `judge` asks them all."""
