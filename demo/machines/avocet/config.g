; Avocet: five docked tools, head on X and Y, bed on three screws
; Written for firmware 3.4. What each number means stands beside it.

; --- general ---
G90                                    ; places from the origin
M83                                    ; filament from where it is
M550 P"Avocet"
M669 K1                                ; crossed belts

; --- motors ---
M584 X0 Y1 Z2:3:4 E5:6:7:8:9           ; which driver turns what
M350 X16 Y16 Z16 E16:16:16:16:16 I1
M92 X100 Y100 Z800 E834:834:834:834:834
M203 X21000 Y21000 Z1200 E3600:3600:3600:3600:3600 ; mm/min
M201 X6000 Y6000 Z400 E5000:5000:5000:5000:5000    ; mm/s²
M204 P2500 T4000                       ; printing, travelling
M566 X300 Y300 Z60 E300:300:300:300:300 ; corners, mm/min
M906 X1400 Y1400 Z1200 E900:900:900:900:900 I30
M84 S60

; --- how far it goes ---
M208 X-30:360 Y-45:355 Z0:350
M574 X1 S1 P"io0.in"
M574 Y1 S1 P"io1.in"
M671 X-20:175:370 Y20:370:20 S5        ; where the bed's screws stand

; --- the probe, on the head ---
M558 P9 C"io2.in" H6 F240 T12000
G31 P500 X0 Y30 Z1.15
M557 X35:315 Y35:315 P6

; --- heaters ---
M308 S0 P"temp0" Y"thermistor" T100000 B3950 A"Bed"
M950 H0 C"out0" T0
M307 H0 R0.275 K0.248 D0.0 E1.00       ; tuned 3 November
M140 H0
M143 H0 S110
M308 S1 P"temp1" Y"thermistor" T100000 B4725 A"Reed"
M950 H1 C"out1" T1
M307 H1 R3.23 K0.779 D2.0 E1.00        ; tuned 3 November
M143 H1 S290
M308 S2 P"temp2" Y"thermistor" T100000 B4725 A"Sedge"
M950 H2 C"out2" T2
M143 H2 S290
M308 S3 P"temp3" Y"thermistor" T100000 B4725 A"Rush"
M950 H3 C"out3" T3
M143 H3 S290
M308 S4 P"temp4" Y"thermistor" T100000 B4725 A"Thrift"
M950 H4 C"out4" T4
M143 H4 S290
M308 S5 P"temp5" Y"thermistor" T100000 B4725 A"Samphire"
M950 H5 C"out5" T5
M143 H5 S290

; --- fans ---
M950 F0 C"out6"
M106 P0 S0

; --- tools ---
M563 P0 D0 H1 F0 S"Reed"
G10 P0 X0 Y0 Z0 R0 S0
M563 P1 D1 H2 F0 S"Sedge"
G10 P1 X0 Y0 Z0 R0 S0
M563 P2 D2 H3 F0 S"Rush"               ; 0.6 nozzle, for big things
G10 P2 X0 Y0 Z0 R0 S0
M563 P3 D3 H4 F0 S"Thrift"             ; 0.25 nozzle, for small letters
G10 P3 X0 Y0 Z0 R0 S0
M563 P4 D4 H5 F0 S"Samphire"
G10 P4 X0 Y0 Z0 R0 S0
M404 N1.75 D0.4
M207 P0 S0.8 F2100
M207 P1 S0.8 F2100
M207 P2 S0.8 F2100
M207 P3 S0.8 F2100
M207 P4 S0.8 F2100

M575 P1 S1 B57600                      ; the panel at the front
M501
