; Avocet, before every print

; --- how we count ---
G21
G90
M83

; --- the bed first, the tool warm, below oozing ---
M140 S60
G10 P0 S150 R120
M116
T0

; --- home, align, probe the bed ---
G28
G32
G29 S0

; --- full heat over the bucket ---
G1 Z20 F900
G1 X-25 Y100 F18000
G10 P0 S205 R150
M116 P0

; --- purge line, front edge ---
G1 X30 Y2 Z0.3 F12000
G1 X180 E20 F1500
G1 Z3 F900
