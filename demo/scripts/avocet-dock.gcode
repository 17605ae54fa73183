; Avocet, after every print: the tool goes home
G91
M83
G1 E-2 F2400
G1 Z5 F900
G90
G1 X-20 Y100 F12000 ; over the bucket
T-1 ; back to its dock
M140 S0
G10 P0 S0 R0
M107
M84
