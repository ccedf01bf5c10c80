"""From target colours to mixing recipes in whole parts."""
