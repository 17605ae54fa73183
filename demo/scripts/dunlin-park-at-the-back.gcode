; Dunlin, after every print

M400 ; let the last line finish
;& off the print
G91 ; distances from here
M83
G1 E-2 F1800 ; hold the filament back
G1 Z5 F600 ; up, off the print
G90 ; absolute again
;& end off the print

; --- bring the bed forward ---
G1 X5 Y205 F6000

; --- cool down ---
M104 S0
M140 S0
M107
M84 X Y E ; keep Z, so the gantry stays up
M117 Thank you
