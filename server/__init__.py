"""Accounts, storage, staleness, permissions and HTTP over the core; no rule of the job lives here."""
