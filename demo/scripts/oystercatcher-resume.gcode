; Oystercatcher: back to where it was after a pause
M83
G1 E3 F300 ; what oozed, into a snippet that is taken off by hand
G1 E-1 F2100
G1 X@next_x Y@next_y F9000
G91
G1 Z@(0 - min(10, reach_top - height)) F600
G90
M83
G1 E1 F2100
