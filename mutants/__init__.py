"""Small changes of the code that decides, each of which a test must notice: bin/mutants."""
