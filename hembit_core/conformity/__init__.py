"""Whether a value conforms: its band, what U and a decision rule make of it, and what is not known.

Values and limits in, states out; nothing here knows a meter, a part or a sentence.
"""
