"""At the easel: what is carried out, what the painter did, and how far it is; times, never timers."""
