"""Who works plans out and renders pictures, here or in other processes; what is worked out once for everybody."""
