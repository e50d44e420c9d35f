"""PostgreSQL by plain SQL: a module per aggregate, statements as text where they run, rows into dataclasses.

Functions take the connection; the caller in `ample_crumb/application` opens the transaction. Every statement names
the kitchen.
"""
