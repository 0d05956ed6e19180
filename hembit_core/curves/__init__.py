"""Curves of resistance and voltage over temperature. Arrays in, arrays out.

Every function takes a number or an array and returns values of the same shape.
Temperatures are in °C, resistances in Ω, thermocouple voltages in mV. Outside
a curve's ends there is an error, never an extrapolation.
"""
