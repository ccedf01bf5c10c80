"""PostgreSQL with one writer at a time, as SQLite has it."""
