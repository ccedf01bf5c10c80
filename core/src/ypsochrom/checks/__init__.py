"""The painting on the easel against what it should look like at this stage: found, measured, and what to mend first."""
