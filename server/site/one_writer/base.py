"""Django's PostgreSQL backend, whose transactions begin one after the other, as those of SQLite do.

What the services promise (a painting has one plan under way, what was read is what is changed) rests on transactions that
follow each other; they are short, and none computes. A lock taken with the first statement keeps it so; whoever only reads
outside a transaction waits for nobody.
"""

from django.db.backends.postgresql import base

ONE_WRITER = 7_260_423
"""The number of the advisory lock; it counts within one database."""


class DatabaseWrapper(base.DatabaseWrapper):
    """Takes the writer's lock when a transaction begins; the database gives it back when that ends, however it does."""

    def _set_autocommit(self, autocommit: bool) -> None:
        super()._set_autocommit(autocommit)  # type: ignore[misc]
        if not autocommit and self.connection is not None:
            with self.connection.cursor() as cursor:
                cursor.execute("SELECT pg_advisory_xact_lock(%s)", [ONE_WRITER])
