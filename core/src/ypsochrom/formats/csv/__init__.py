"""Tables for a spreadsheet."""
