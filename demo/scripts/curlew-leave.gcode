; Curlew, after every print

; --- leave ---
SAVE_GCODE_STATE NAME=leaving
;& off the print
G91 ; distances from here
M83
G1 E-2 F1800 ; hold the filament back
G1 Z5 F600 ; up, off the print
G90 ; absolute again
;& end off the print
G1 X5 Y295 F12000

; --- cool ---
TURN_OFF_HEATERS
M107
SET_DISPLAY_TEXT MSG="Let the chamber cool before you open it"
M84
