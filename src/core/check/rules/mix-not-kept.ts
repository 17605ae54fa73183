// A blend is mixed and never saved, or a blend is selected that was never saved.
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putAfter } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const { trace, stage } = script
  const { phrases } = stage.firmware
  const found: Found[] = []
  const part = rowsThat(script, 'mix').findLast(({ after }) => after.mixing.some(share => share !== null))
  if (part && lastModes(trace).mixing.some(share => share !== null)) {
    const message = 'A blend is started here and never stored, so it is never used.'
    found.push({
      line: part.line,
      message,
      fixes: putAfter(script, part.line, phrases.keepBlend(0), 'Store it after this line'),
    })
  }
  const selected = rowsThat(script, 'tool').find(
    ({ after }) => after.blend !== null && !after.blends.some(({ tool }) => tool === after.blend),
  )
  if (selected?.after.blend != null && selected.after.blends.length > 0) {
    const message = `T${selected.after.blend} is a blend that no line has stored. The hot end mixes whatever was stored there before.`
    found.push({ line: selected.line, message })
  }
  return found
}

export const mixNotKept = {
  name: 'mix-not-kept',
  group: 'state',
  severity: 'warning',
  title: 'A blend is not stored as a tool',
  why: 'The parts of a blend are put together only when a line stores them as a tool. Without that line the hot end goes on with its previous mix.',
  silentWhen: 'Silent where no blend is begun. Blends that the board stored earlier are not known here.',
  example: {
    text: 'G28\nM420 S1\nM163 S0 P0.5\nM163 S1 P0.5\nM109 S200',
    printer: {
      tools: [
        {
          name: 'mixing',
          address: null,
          offset: { x: 0, y: 0, z: 0 },
          nozzleMm: 0.4,
          filamentMm: 1.75,
          retractMm: 5,
          retractMmS: 25,
          highestFlowMm3S: 10,
          mixingInputs: 2,
          heater: null,
          parksX: null,
        },
      ],
    },
  },
  judgesEnd: true,
  check,
} as const satisfies Rule
