"""Two-wire senders: a rheostat whose ohms say a level, a pressure, a temperature."""
