"""What the light becomes as a picture: noise, pixels, bits."""
