; Sanderling, everything hot at once
G21
G90
M83
M190 S60
M109 S205

; probe the bed
G28
G29

; purge, quick and thick
G1 X10 Y4 Z0.3 F3000
G1 X50 E16 F300
G1 X80 E4 F900
G1 Z5 F600
