"""What Hembit says of parts whose truth is known, measured as technicians measure.

Parts are drawn, sound and faulty; each is measured by a hand that has a meter, leads and a room, and
says of them what people say. What is then kept, condemned or left open is counted against the truth.
"""
