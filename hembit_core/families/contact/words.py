"""What is said of a contact, by what it belongs to."""

from __future__ import annotations

from hembit_core.families.contact.spec import ContactDevice

CAUSE = " It opened for a reason: find blocked air, a stuck contact or a grounded element first."
OPENED_FOR_A_REASON = (ContactDevice.FUSE, ContactDevice.LIMIT)

MOVE = {
    ContactDevice.THERMOSTAT: "turn it, or warm it: it must change, with a click",
    ContactDevice.LIMIT: "warm it past its setting: it must open; press its reset: it must close",
    ContactDevice.FUSE: "nothing moves it: open is blown",
    ContactDevice.SWITCH: "press it: it must change, with a click",
    ContactDevice.RELAY: "energise its coil, or press its armature: it must change, with a click",
    ContactDevice.PRESSURE_SWITCH: "blow or suck at its port: it must change, with a click",
}
"""How each device is made to change."""

STUCK = {
    ContactDevice.THERMOSTAT: "a bimetal stuck closed passes every cold test: warm it past its setting",
    ContactDevice.LIMIT: "a bimetal stuck closed passes every cold test: warm it past its setting",
    ContactDevice.FUSE: "a fuse that is whole is closed; this test is not for it",
    ContactDevice.SWITCH: "released, or the door open, it must read OL",
    ContactDevice.RELAY: "its coil off; a welded contact stays closed, whatever the coil does",
    ContactDevice.PRESSURE_SWITCH: "without pressure; a stuck one passes without air",
}
"""How one that is stuck closed shows."""

SEEN_OPEN = {
    ContactDevice.THERMOSTAT: "sound, if it is past its setting",
    ContactDevice.LIMIT: "sound, if it is past its setting",
    ContactDevice.FUSE: "blown",
    ContactDevice.SWITCH: "sound, if it is released",
    ContactDevice.RELAY: "sound, if its coil is off",
    ContactDevice.PRESSURE_SWITCH: "sound, if it has no pressure",
}
"""What OL means where it should be open."""

DOES_NOT_CLOSE = {
    ContactDevice.THERMOSTAT: "Turn it up or let it cool; if it stays open, replace it.",
    ContactDevice.LIMIT: "Let it cool and press its reset once; if it stays open, replace it.",
    ContactDevice.FUSE: "It is blown: replace it by one of its own rating.",
    ContactDevice.SWITCH: "Press it, the door shut; if it stays open, replace it.",
    ContactDevice.RELAY: "Energise its coil: does it pull in? If it clicks and stays open, its "
    "contact is burnt: replace it. If it does not, read the coil.",
    ContactDevice.PRESSURE_SWITCH: "Give it its pressure; look at its hose and port first; if it stays "
    "open, replace it.",
}
"""What to do about one that stays open where it should be closed."""
