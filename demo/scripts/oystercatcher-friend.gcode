; swap, from a friend who has the same machine
G91
G1 Z8 F600 ; room first
G90
G4 S12 ; let it settle
T@to_tool
M104 T@to_tool S210
G91
G1 Z-8 F600
G90
G1 X190 Y105 F12000 ; by the tower, where it can be seen
G1 X@next_x Y@next_y F12000
