; a line along the front edge, longer for a cold nozzle
if !move.axes[2].homed
  abort "home first"
var length = tools[state.currentTool].active[0] > 220 ? 180 : 120
G1 X30 Y2 Z0.3 F12000
G1 X{30 + var.length} E{var.length / 9} F1500
G1 Z3 F900
