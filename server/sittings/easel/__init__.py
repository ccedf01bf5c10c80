"""At the easel: the list of work that was taken there, the acts of every device, and how far it is."""
