(Turnstone: no probe, so the mesh that we measured by hand is used)
G21
G90
M82
M140 S60
M104 S160 ; warm, does not ooze
G28
M420 S1 ; after G28, which turns it off
G1 Z10 F480
M190 S60
M104 S205
M109 S205
; purge in front
G92 E0
G1 X20 Y2 F6000
G1 Z0.3 F480
G1 X140 E15 F1000
G92 E0
G1 Z3 F480
