import { carried, named } from '../src/core/testing/carrying.ts'
const t="M190 S60\nM109 S205\nG28\nBED_MESH_CALIBRATE\nM82\nSAVE_GCODE_STATE NAME=line\nM83\nG1 X10 Y4 Z0.3 F6000\nG1 X90 E5 F1200\nRESTORE_GCODE_STATE NAME=line\nG1 Z5 F600\n"
for (const refused of [[],['2']]) {
const p = carried(t, named('Curlew'), named('Sanderling'), 'start', {refused})
console.log((p.text), p.after.findings.map(f=>[f.line,f.rule,f.severity,f.fixes.length]),p.before.findings.map(f=>[f.line,f.rule]), p.changes.filter(c=>c.kind!=='same'))
}
