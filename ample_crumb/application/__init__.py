"""What the places do: load, evaluate with the core, save, one transaction each. A package a place.

In each package `commands` write, `queries` read, `views` are what goes out. Commands and queries know views, not each
other. Packages know the context and what the others read, never their commands.
"""
