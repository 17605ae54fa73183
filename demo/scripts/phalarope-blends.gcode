; Phalarope: the next blend, purged into the bucket
;= purge = 30 mm from 10 to 80   until the last blend is out of the nozzle

;;; BLEND ;;;
;? when to_tool is 2
M163 S0 P0.75
M163 S1 P0.25
M164 S2
;? otherwise when to_tool is 3
M163 S0 P0.50
M163 S1 P0.50
M164 S3
;? otherwise
M163 S0 P0.25
M163 S1 P0.75
M164 S4
;? end

;;; BUCKET ;;;
M83
G1 E-3 F1800
G91
G1 Z2 F700
G90
M83
G1 X-20 Y30 F9000
T@to_tool
G1 E@(purge + 3) F180
G1 E-3 F1800
G4 S2
G1 X@next_x Y@next_y F9000
G91
G1 Z-2 F700
G90
M83
G1 E3 F1800
