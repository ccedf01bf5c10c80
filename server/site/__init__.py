"""The Django site: settings, URLs, who owns what, how errors become HTTP."""
