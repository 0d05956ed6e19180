"""The door: passwords, guessing slowed down, a second factor, sessions, a screen that locks."""
