"""Calendars: sittings out, busy times in (iCalendar, RFC 5545)."""
