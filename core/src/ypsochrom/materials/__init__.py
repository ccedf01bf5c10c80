"""What lies on the table: supports, tubes, brushes, grounds."""
