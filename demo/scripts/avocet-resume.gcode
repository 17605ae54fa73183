; Avocet: from over the bucket back to the print
M83
G1 E4 F140 ; what the tool lost while it waited
G1 E-0.8 F2100
G90
G1 X@next_x Y@next_y F18000
G91
G1 Z-5 F900
G90
M83
G1 E0.8 F2100
