"""The hydrodynamic engine in a process of its own: it keeps global state, and it may fail or be killed."""
