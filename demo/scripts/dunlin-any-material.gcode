; Dunlin, one start for every material
;= purge = 18 mm from 8 to 40   extruded along the left edge, each way
;= lift = 2 mm   up after the purge

;==== count ====
G21
G90
M83

;==== warm, below oozing ====
M140 S@bed
M104 S@ooze_safe
M190 S@bed
M109 S@ooze_safe

;==== home and mesh ====
G28
;? when soak > 0
M117 Bed settles
G4 S@(soak * 60)
;? end
G29

;==== full heat in the corner ====
G1 X2 Y2 Z10 F6000
M109 S@nozzle

;==== purge ====
G92 E0
G1 X4 Y20 Z0.3 F3000
G1 Y170 E@purge F1000
G1 X4.6 F3000
G1 Y20 E@purge F1000
G92 E0
G1 Z@lift F900
