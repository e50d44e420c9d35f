"""Open formats in and out. Reads text into the core's plain values; knows no web and no database."""
