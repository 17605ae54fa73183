// A saved mesh is asked for, and the printer keeps none.
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const { printer, firmware } = script.stage
  const row = rowsThat(script, 'levelling').find(
    ({ before, after, effect, source }) =>
      effect?.does === 'levelling' &&
      effect.set !== 'off' &&
      !before.meshThere &&
      after.levelling === 'off' &&
      before.levelling !== 'on' &&
      !/S\s*0\b/i.test(source?.raw ?? ''),
  )
  if (!row) return []
  const message = `${printer.name} keeps no mesh, and nothing has probed one before this line. Levelling stays off.`
  const fixes = printer.probe ? putBefore(script, row.line, firmware.phrases.probeBed(), 'Probe the bed before it') : []
  return [{ line: row.line, message, fixes }]
}

export const meshNotThere: Rule = {
  name: 'mesh-not-there',
  group: 'state',
  severity: 'error',
  title: 'A saved mesh that is not there',
  why: 'A line that loads a mesh does nothing where none was saved. The first layer then follows a flat bed that this bed is not.',
  silentWhen:
    'Goes by what your printer’s description says of a saved mesh; silent when the script has probed one before.',
  example: { text: 'G28\nM420 S1\nM109 S200', printer: { storedMesh: false } },
  moments: ['start'],
  check,
}
