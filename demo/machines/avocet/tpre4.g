; tpre4.g: to the dock of tool 4, Samphire, and into it
if move.axes[0].homed && move.axes[1].homed
  G53 G1 X274 Y0 F18000
  G53 G1 Y-40 F6000
