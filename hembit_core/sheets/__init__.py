"""Check sheets and files of readings, in and out; the command that judges them."""
