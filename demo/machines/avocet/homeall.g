; homeall.g: all axes, X and Y at their end stops, Z with the probe in the middle
G91
G1 H2 Z5 F600                          ; off whatever it stands on
G1 H1 X-400 Y-410 F3600                ; both until an end stop
G1 H1 X-400 F3600
G1 H1 Y-410 F3600
G90
G1 X175 Y145 F12000                    ; the probe over the middle
G30
G1 X175 Y175 Z8 F6000
