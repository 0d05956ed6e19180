"""The server, spoken to as a browser and as an attacker would."""
