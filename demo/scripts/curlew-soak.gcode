; Curlew, before every print

; --- warm the bed, and the chamber with it ---
SET_DISPLAY_TEXT MSG="Warming the bed"
G90
M83
M140 S60
M104 S150
G28
M190 S60
TEMPERATURE_WAIT SENSOR=extruder MINIMUM=150

; --- settle, then align ---
SET_DISPLAY_TEXT MSG="Letting the bed settle"
G4 P180000
QUAD_GANTRY_LEVEL
G28 Z

; --- the bed's shape ---
SET_DISPLAY_TEXT MSG="Probing the bed"
BED_MESH_CALIBRATE PROFILE=today

; --- full heat at the front ---
G1 X10 Y0 Z10 F12000
M109 S205

; --- purge line, front edge ---
G92 E0
G1 X20 Y2 Z0.3 F6000
G1 X140 E15 F1500
G1 Z2 F900
SET_DISPLAY_TEXT MSG="Printing"
