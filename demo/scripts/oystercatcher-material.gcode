; Oystercatcher: what each material wants when its tool begins
;? when material of next is "Bendy TPU"
M900 K0.02 ; it gives way
;? otherwise
M900 K0.05
;? end
