; Phalarope, after every print
;;; LEAVE ;;;
M83
G1 E-4 F1800
G91
G1 Z@(min(5, reach_top - top)) F700
G90
G1 X-20 Y30 F9000 ; over the bucket
;;; OFF ;;;
M104 S0
M140 S0
M107
M84 X Y E
