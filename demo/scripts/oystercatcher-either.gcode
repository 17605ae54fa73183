; Oystercatcher: left, right or both carriages, any material
;= purge = 15 mm from 8 to 40   extruded by each tool that prints
;= aside = 30 mm   how far beside the bed a tool waits

;==== count ====
G21
G90
M83

;==== warm what will print, below oozing ====
M605 S1
M140 S@(highest bed)
;? when uses T0
M104 T0 S@(ooze_safe of T0)
;? end
;? when uses T1
M104 T1 S@(ooze_safe of T1)
;? end
M190 S@(highest bed)

;==== home and mesh, probed by the left one ====
T0
G28
G29

;==== left purge ====
;? when uses T0
G1 X@(bed_left - aside) Y10 Z10 F9000
M109 T0 S@(nozzle of T0)
G1 X20 Y2 F6000
G1 Z0.3 F600
G1 X140 E@purge F1000
G1 Z5 F600
;? when uses T1
M104 T0 S@(ooze_safe of T0)
;? end
;? end

;==== right purge ====
;? when uses T1
T1
G1 X@(bed_right + aside) Y10 Z10 F9000
M109 T1 S@(nozzle of T1)
G1 X280 Y2 F6000
G1 Z0.3 F600
G1 X160 E@purge F1000
G1 Z5 F600
;? end

;==== the tool that begins ====
;? when uses T0 and uses T1
M104 T1 S@(ooze_safe of T1)
;? when first_tool is 0
T0
G1 X@(bed_left - aside) Y10 F9000
M109 T0 S@(nozzle of T0)
G1 X20 Y5 F6000
G1 Z0.3 F600
G1 X80 E@(purge / 2) F1000
G1 Z5 F600
;? end
;? end
G92 E0
