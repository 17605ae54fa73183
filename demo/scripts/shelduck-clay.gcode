; Shelduck: clay, with the first head
G21
G90
M83

; --- zero ---
G28

; --- the head ---
M6 T11
M756 S1.0 ; layer height for the head
G1 Z30 F300

; --- start the flow off the pot's place ---
G1 X20 Y3 Z1.2 F1200
G1 X120 E1.1 F300
G92 E0
G1 Z10 F300
