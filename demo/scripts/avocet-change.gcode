; Avocet: one docked tool for another, by way of bucket and brush
;= purge = 12 mm from 4 to 40   into the bucket by each tool that comes

; --- leave the print ---
M83
G1 E-0.8 F2100
G91
G1 Z2 F900
G90

; --- the next tool, warm over the bucket ---
G10 P@to_tool S@(nozzle_later of next) R@(ooze_safe of next)
T@to_tool
G91
G1 Z@(min(18, reach_top - height - 2)) F900
G90
G1 X@bucket_x Y@bucket_y F18000
M116 P@to_tool
G1 E@purge F140 ; the smallest nozzle melts no more
G1 E-0.8 F2100

; --- brush, and back ---
G1 X@brush_x Y@(brush_y - 12) F18000
G1 X@next_x Y@next_y F18000
G91
G1 Z@(0 - min(18, reach_top - height - 2) - 2) F900
G90
G1 E0.8 F2100
