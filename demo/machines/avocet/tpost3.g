; tpost3.g: locks tool 3, Thrift, and takes it out
if move.axes[0].homed && move.axes[1].homed
  G53 G1 X220 F1200
  G53 G1 Y0 F6000
