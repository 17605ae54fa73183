; Curlew, after every print

; --- leave ---
SAVE_GCODE_STATE NAME=leaving
G91
M83
G1 E-1.5 F1800
G1 Z4 F600
G90
G1 X5 Y295 F12000

; --- cool ---
TURN_OFF_HEATERS
M107
SET_DISPLAY_TEXT MSG="Let the chamber cool before you open it"
M84
