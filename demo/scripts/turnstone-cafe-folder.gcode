; Turnstone start, from the cafe's folder
G21
G90
M82
M140 S60
M104 S200
G28
;M420 S1 ; use the saved mesh
M190 S60
M109 S200

; purge a line along the left
G92 E0
G1 Z0.3 F600
G1 X-8 Y20 F3000
G1 Y180 E20 F1200
G1 X-7.5 F3000
G1 Y60 E32 F1200
G1 Z2 F600
