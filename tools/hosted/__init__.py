"""A hosted site on this machine, as docs/hosting.md sets one up: PostgreSQL, Redis, two web processes, two workers, the proxy."""
