; Shelduck: from one head to the next
; --- up and out of the wet clay ---
M83
G1 E-0.2 F60
G91
G1 Z@(min(6, reach_top - height)) F300
G90
M83
; --- the next head ---
;? when to_tool is 0
M6 T11
;? otherwise when to_tool is 1
M6 T12
;? otherwise when to_tool is 2
M6 T13
;? otherwise
M6 T14
;? end
M756 S@layer_height
G91
G1 Z@(0 - min(6, reach_top - height)) F300
G90
M83
G1 E0.2 F60
