; Oystercatcher: aside for a while, the bed stays warm
M83
G1 E-2 F2100
G91
G1 Z@(min(10, reach_top - height)) F600
G90
G1 X@bed_left Y@bed_back F9000
