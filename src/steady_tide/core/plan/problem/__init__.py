"""What is to be decided: brief, stance, device, bag and wishes, and what they say before anything is searched."""
