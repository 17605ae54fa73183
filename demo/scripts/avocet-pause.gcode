; Avocet: the tool goes over the bucket and waits there
G91
M83
G1 E-2 F1800
G1 Z5 F900
G90
G1 X-25 Y100 F12000
