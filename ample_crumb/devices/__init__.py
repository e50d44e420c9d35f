"""What the application asks outside itself, each behind a protocol with a stand-in that ships."""
