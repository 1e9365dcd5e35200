"""In the field: what is noted there, how notes of several phones become one, what to do when light changed."""
