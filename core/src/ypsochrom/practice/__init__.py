"""Practice: learning to see values, to mix and to judge, against the same models that plan."""
