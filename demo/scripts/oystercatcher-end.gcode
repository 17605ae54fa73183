; Oystercatcher, after every print
;==== off the print ====
M83
G1 E-2 F2100
G91
G1 Z@(min(5, reach_top - top)) F600
G90
G1 X@bed_left Y@bed_back F9000
;==== all off ====
M104 T0 S0
M104 T1 S0
M140 S0
M107
M84 X Y E
