; Avocet, after every print: the tool goes home
;& off the print
G91 ; distances from here
M83
G1 E-2 F1800 ; hold the filament back
G1 Z5 F900 ; up, it is a quick one
G90 ; absolute again
;& end off the print
G1 X-20 Y100 F12000 ; over the bucket
T-1 ; back to its dock
M140 S0
G10 P0 S0 R0
;? when uses T1
G10 P1 S0 R0
;? end
;? when uses T2
G10 P2 S0 R0
;? end
;? when uses T3
G10 P3 S0 R0
;? end
;? when uses T4
G10 P4 S0 R0
;? end
M107
M84
