"""Makes the tables that ship out of published data; nothing of this is needed to run the application."""
