"""What is kept of scenes, cameras and takes, read and written by several uses."""
