"""Installing, starting and stopping: standard library only, because it runs before anything is installed."""
