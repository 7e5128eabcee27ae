"""The entry language: one line of plain words, read into what it adds to the record."""
