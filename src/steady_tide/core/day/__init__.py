"""The day of a shoot: its light through time against what each scene's set can hold."""
