"""Planning a visit: symptoms, the route, proof of dead, the gate before energising, fitting."""
