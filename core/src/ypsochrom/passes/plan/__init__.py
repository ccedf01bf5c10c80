"""From schools to a plan: drafts, their order, measured steps, jobs between the passes, plans compared."""
