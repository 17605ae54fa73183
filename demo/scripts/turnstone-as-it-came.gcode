; Turnstone end script, as it came

G91
G1 E-2 F1800
G1 Z5 F480
G90
G1 X0 Y200 F4800
M104 S0 ; nozzle off
M107 ; fan off
M84 X Y E
