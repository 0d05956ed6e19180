"""The burner's sequence: the first stage that fails names the suspects."""
