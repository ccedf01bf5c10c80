"""Sun and air: what the light does through a sitting, and what the air does to wet paint."""
