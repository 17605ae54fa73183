; Dunlin, after every print

; --- leave the print ---
M400 ; let the last line finish
M83
G91 ; distances from here
G1 E-3 F1800 ; hold the filament back
G1 Z5 F600 ; up, off the print

; --- bring the bed forward ---
G90 ; places again
G1 X5 Y205 F6000

; --- cool down ---
M104 S0
M140 S0
M107
M84 X Y E ; keep Z, so the gantry stays up
M117 Thank you
