// The bed is probed or a mesh loaded, and then the gantry is aligned.
import type { Checked, Found, Rule } from '../finding.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const align = rowsThat(script, 'align').at(-1)
  if (!align) return []
  const meshes = rowsThat(script, 'probe', 'levelling').filter(({ after }) => after.levelling === 'on')
  const last = meshes.at(-1)
  if (!last || last.row > align.row) return []
  const what = last.effect?.does === 'levelling' ? 'load the mesh' : 'measure the bed'
  const message = `Aligns the gantry after the mesh of line ${last.line}. Aligning tilts the gantry against the bed, so that mesh is no longer valid: ${what} after aligning.`
  return [{ line: align.line, message }]
}

export const meshNotFresh = {
  name: 'mesh-not-fresh',
  group: 'order',
  severity: 'warning',
  title: 'The mesh is older than the alignment',
  why: 'A mesh stores the distance between gantry and bed at each point. Aligning the gantry afterwards changes all of these distances.',
  silentWhen:
    'Silent when the bed is probed or its mesh loaded again after the alignment. The age of a saved mesh is not known.',
  example: {
    text: 'G28\nBED_MESH_CALIBRATE\nQUAD_GANTRY_LEVEL\nM109 S200',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
  },
  moments: ['start'],
  check,
} as const satisfies Rule
