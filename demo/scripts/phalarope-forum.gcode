; blend change, as it stood in the forum
G91
G1 Z10 F700
G90
T@to_tool
M109 S201 ; a touch more for the new colour
M83
G1 X-20 Y58 F9000 ; bucket
G1 E20 F180
G91
G1 Z-10 F700
G90
M83
G1 X@next_x Y@next_y F9000 ; straight back, past the tower
