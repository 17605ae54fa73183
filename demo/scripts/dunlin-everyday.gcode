; Dunlin, before every print

; --- how we count ---
G21 ; millimetres
G90 ; places, not distances
M82 ; filament from its zero

; --- warm enough to probe ---
M117 Warming up
M140 S60 ; bed starts first, it is the slow one
M104 S150 ; below oozing
M190 S60
M109 S150

; --- home and probe ---
M117 Probing the bed
G28
G29 ; 25 points

; --- full heat, off the bed's corner ---
G1 X2 Y2 Z10 F6000
M104 S205
M109 S205

; --- purge line, left edge ---
M117 Purging
G92 E0
G1 X4 Y20 Z0.3 F3000
G1 Y170 E18.7 F1000 ; there
G1 X4.6 F3000
G1 Y20 E37.4 F1000 ; and back
G92 E0
G1 Z2 F900 ; straight up, so no string follows
M117 Printing
