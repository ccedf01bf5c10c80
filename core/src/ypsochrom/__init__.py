"""Ypsochrom's core: every rule and computation of the job, with no interface code.

The packages stand in the order of the work (`workflow.json` at the repository's root); each sees only those before it.
"""

__version__ = "0.6.0"
