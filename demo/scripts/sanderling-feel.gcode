; Sanderling. The nozzle probes the bed, so it must be clean and cool.

; ---- count
G21
G90
M83

; ---- bed
M190 S60

; ---- home and probe, cold
G28
G29

; ---- heat over the front edge
G1 X10 Y0 Z5 F4800
M109 S205

; ---- purge
G1 X10 Y2 Z0.3 F600
G1 X100 E10 F900
G1 Z2 F600
