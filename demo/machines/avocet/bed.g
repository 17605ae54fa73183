; bed.g: levels the bed by its three screws
M561
G30 P0 X20 Y40 Z-99999
G30 P1 X175 Y320 Z-99999
G30 P2 X330 Y40 Z-99999 S3
