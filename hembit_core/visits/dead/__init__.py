"""Dead or live: the proof, how long it holds, what it is asked for, the gate before energising."""
