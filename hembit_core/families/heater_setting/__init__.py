"""Setting against ability: can it get there at all, and by when?"""
