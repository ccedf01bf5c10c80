"""The whole work on one painting as a graph: what it is made from, what is out of date, and how it is brought up to date."""
