"""Files in and out: a library as one file, the text of a spreadsheet, how far it is."""
