; tfree3.g: puts tool 3, Thrift, back into its dock
if move.axes[0].homed && move.axes[1].homed
  G53 G1 X220 Y0 F18000
  G53 G1 Y-40 F6000
  G53 G1 X214 F1200
  G53 G1 Y0 F6000
