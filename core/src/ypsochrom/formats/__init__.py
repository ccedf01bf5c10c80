"""Reading and writing open formats: JSON, CSV, PNG, SVG, PDF."""
