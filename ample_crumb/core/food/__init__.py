"""What foods are made of: nutrients, the two energy systems, and the reference cupboard."""
