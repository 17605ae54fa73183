; tpost4.g: locks tool 4, Samphire, and takes it out
if move.axes[0].homed && move.axes[1].homed
  G53 G1 X280 F1200
  G53 G1 Y0 F6000
