"""Charts of sensors as they are pasted: read line by line, looked through, fitted."""
