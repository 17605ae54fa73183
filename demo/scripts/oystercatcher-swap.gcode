; Oystercatcher: from one carriage to the other, either way
;= aside = 30 mm from 10 to 38   how far beside the bed a tool waits
;= prime = 6 mm from 2 to 20   extruded before it goes back to the print

;==== leave the print ====
M83
G1 E-1.2 F2100
G91
G1 Z1 F600
G90
M83

;==== the other carriage, warm ====
M104 T@to_tool S@(nozzle_later of next)
T@to_tool
;? when to_tool is 1
G1 X@(bed_right + aside) F12000
;? otherwise
G1 X@(bed_left - aside) F12000
;? end
M109 T@to_tool S@(nozzle_later of next)
M104 T@from_tool S@(ooze_safe of previous)
G1 E@prime F240
G1 E-1.2 F2100

;==== back to where it goes on ====
G1 X@next_x Y@next_y F12000
G91
G1 Z-1 F600
G90
M83
G1 E1.2 F2100
