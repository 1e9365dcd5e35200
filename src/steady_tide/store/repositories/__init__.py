"""Every statement that is put to the database, by what it asks for. Nothing above the store knows SQL."""
