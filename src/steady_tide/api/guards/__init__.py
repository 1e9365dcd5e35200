"""What stands around every request: who may ask, how much and how often, errors in words, what is noted of it."""
