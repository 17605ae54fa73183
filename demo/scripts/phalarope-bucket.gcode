; Phalarope: both filaments through one nozzle

;;; HEAT ;;;
G90
M83 ; after G90, which counts filament from zero
M140 S60
M104 S160
M190 S60

;;; ZERO ;;;
G28
M420 S1

;;; BUCKET ;;;
G1 Z15 F700
G1 X-20 Y30 F9000
M109 S205
M163 S0 P0.5 ; half of each
M163 S1 P0.5
M164 S0
G92 E0
G1 E60 F180 ; into the bucket
G1 E-2 F1800 ; no string on the way
G4 S2
G1 X10 Y4 F9000

;;; LINE ;;;
G1 Z0.3 F700
G1 E2 F1800
G1 X110 E13 F1000
G92 E0
G1 Z2 F700
