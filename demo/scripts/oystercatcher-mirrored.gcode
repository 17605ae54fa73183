; Oystercatcher: the same thing twice, the right carriage mirrors the left one
;==== warm both ====
G21
G90
M83
M605 S1
M140 S@bed
M104 T0 S@ooze_safe
M104 T1 S@ooze_safe
M190 S@bed
T0
G28
M420 S1
;==== both hot, beside the bed ====
G1 X@bed_left Y10 Z10 F9000
M104 T1 S@nozzle
M109 T0 S@nozzle
M109 T1 S@nozzle
M605 S2 X150 R0 ; the right one goes along
M605 S3 ; and mirrors
;==== a line each ====
G1 X10 Y2 F6000
G1 Z0.3 F600
G1 X90 E10 F1000
G1 Z2 F600
G92 E0
