/** Made by bin/types from what each reading class declares of itself. */
export const DECLARED = {
  "between_terminals": {
    "title": "Between the terminals",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "terminal_to_case": {
    "title": "Terminal to case",
    "room": "dead",
    "role": "to_case",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "running": {
    "title": "Volts and amps",
    "room": "live",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "until_cut_out": {
    "title": "Until it cuts out",
    "room": "live",
    "role": "working",
    "side": true,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "bank_resistance": {
    "title": "Across the bank",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "line_to_line": {
    "title": "From line to line",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "line_currents": {
    "title": "Amps in the lines",
    "room": "live",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "tapped_resistance": {
    "title": "Halves and whole",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "winding_resistance": {
    "title": "Winding, end to end",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": true,
    "asks": true
  },
  "winding_running": {
    "title": "Driven",
    "room": "live",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "set_resistances": {
    "title": "Each winding",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": true,
    "asks": true
  },
  "flame_pair": {
    "title": "Open, loaded, drop-out",
    "room": "either",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "igniter_resistance": {
    "title": "Ohms, cold",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": true,
    "asks": true
  },
  "igniter_called": {
    "title": "Called for",
    "room": "live",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "spark_gap": {
    "title": "Gap",
    "room": "dead",
    "role": "gap",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": false
  },
  "sequence": {
    "title": "Stage by stage",
    "room": "live",
    "role": "sequence",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "sensor_resistance": {
    "title": "At a known °C",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "sensor_points": {
    "title": "Two points",
    "room": "dead",
    "role": "along",
    "side": true,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "sensor_response": {
    "title": "Response",
    "room": "dead",
    "role": "responds",
    "side": true,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "controller_shows": {
    "title": "Machine shows",
    "room": "either",
    "role": "shown",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": false
  },
  "loop_resistance": {
    "title": "The loop's ohms",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "thermocouple_voltage": {
    "title": "Millivolts",
    "room": "either",
    "role": "senses",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "sender_resistance": {
    "title": "Sender",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "contact_closed": {
    "title": "Should be closed",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "contact_open": {
    "title": "Should be open",
    "room": "dead",
    "role": "opens",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "contact_volts": {
    "title": "Volts across it",
    "room": "live",
    "role": "working",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "contact_switching": {
    "title": "Where it switches",
    "room": "dead",
    "role": "opens",
    "side": true,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "track_and_halves": {
    "title": "Track and halves",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "sweep": {
    "title": "Sweep",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "part_resistance": {
    "title": "End to end",
    "room": "dead",
    "role": "along",
    "side": false,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "supply_volts": {
    "title": "Volts, every pair",
    "room": "live",
    "role": "supply",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "wire_ends": {
    "title": "Both ends of each wire",
    "room": "live",
    "role": "wire",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "control_output": {
    "title": "Output and feed",
    "room": "live",
    "role": "output",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "leak_down": {
    "title": "Leak-down",
    "room": "either",
    "role": "tight",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": false
  },
  "setting_reach": {
    "title": "Setting against ability",
    "room": "either",
    "role": "able",
    "side": false,
    "ohms": false,
    "connected": false,
    "settled": false,
    "asks": false
  },
  "siblings": {
    "title": "Siblings in a row",
    "room": "dead",
    "role": "compares",
    "side": true,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "wriggled": {
    "title": "While wriggled",
    "room": "dead",
    "role": "moved",
    "side": true,
    "ohms": true,
    "connected": true,
    "settled": false,
    "asks": true
  },
  "isolated_and_in_circuit": {
    "title": "In circuit, too",
    "room": "dead",
    "role": "along",
    "side": true,
    "ohms": true,
    "connected": false,
    "settled": false,
    "asks": true
  },
  "continuity": {
    "title": "Buzzer",
    "room": "dead",
    "role": "buzzer",
    "side": true,
    "ohms": false,
    "connected": true,
    "settled": false,
    "asks": false
  }
} as const;

/** The tests of each kind of part, in working order. */
export const TESTS = {
  "heating_element": [
    "between_terminals",
    "terminal_to_case",
    "running",
    "until_cut_out",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "element_bank": [
    "bank_resistance",
    "terminal_to_case",
    "running",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "three_phase_set": [
    "line_to_line",
    "terminal_to_case",
    "line_currents"
  ],
  "tapped_element": [
    "tapped_resistance",
    "terminal_to_case"
  ],
  "winding": [
    "winding_resistance",
    "terminal_to_case",
    "winding_running",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "winding_set": [
    "set_resistances",
    "terminal_to_case"
  ],
  "thermocouple_magnet": [
    "flame_pair"
  ],
  "igniter": [
    "igniter_resistance",
    "igniter_called",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "spark_igniter": [
    "set_resistances",
    "spark_gap"
  ],
  "ignition_sequence": [
    "sequence"
  ],
  "temperature_sensor": [
    "sensor_resistance",
    "sensor_points",
    "sensor_response",
    "controller_shows",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "thermocouple": [
    "loop_resistance",
    "thermocouple_voltage"
  ],
  "sender": [
    "sender_resistance",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "contact": [
    "contact_closed",
    "contact_open",
    "contact_volts",
    "contact_switching"
  ],
  "position_sensor": [
    "track_and_halves",
    "sweep"
  ],
  "high_tension_lead": [
    "part_resistance",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "resistive_part": [
    "part_resistance",
    "siblings",
    "wriggled",
    "isolated_and_in_circuit",
    "continuity"
  ],
  "supply": [
    "supply_volts"
  ],
  "wires": [
    "wire_ends"
  ],
  "control": [
    "control_output"
  ],
  "solenoid_valve": [
    "leak_down"
  ],
  "heater_setting": [
    "setting_reach"
  ]
} as const;

/** Tests that any part takes which is judged by a single reading in ohms. */
export const ANY_OHMS = [
  "siblings",
  "wriggled",
  "isolated_and_in_circuit",
  "continuity"
] as const;
