; Shelduck, after every print: let go of the pressure, and up
M83
G1 E-0.4 F60
G91
G1 Z@(min(20, reach_top - top)) F300
G90
G1 X0 Y0 F1800
M84
