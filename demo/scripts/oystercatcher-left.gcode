; Oystercatcher, left carriage alone
; -------- count --------
G21
G90
M82
; -------- carriages apart --------
M605 S1
T0
; -------- heat --------
M140 S60
M104 T0 S160
M190 S60
; -------- zero and mesh --------
G28
G29
; -------- full heat, aside --------
G1 Z10 F600
G1 X-30 Y10 F9000
M109 T0 S205
; -------- purge --------
G92 E0
G1 X20 Y2 F6000
G1 Z0.3 F600
G1 X140 E15 F1000
G92 E0
G1 Z2 F600
