"""What the places do: load, compute with the core, save, one transaction each. A module per place."""
