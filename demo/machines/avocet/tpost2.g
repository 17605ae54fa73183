; tpost2.g: locks tool 2, Rush, and takes it out
if move.axes[0].homed && move.axes[1].homed
  G53 G1 X160 F1200
  G53 G1 Y0 F6000
