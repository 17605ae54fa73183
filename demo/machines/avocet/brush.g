; over the brush and back, as often as asked
var times = exists(param.R) ? param.R : 3
G1 X-28 Y140 F12000
while iterations < var.times
  G1 Y152 F6000
  G1 Y140
