"""The plan on a clock: its units as tasks for one pair of hands, laid into the painter's sittings and into the light."""
