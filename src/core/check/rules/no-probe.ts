// Probes, or aligns with a probe, on a printer without one.
import { replacePiece } from '../../script/edits/lines.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { commentOut } from '../fixes.ts'

function check({ rows, stage }: Checked): Found[] {
  const { printer, firmware } = stage
  if (printer.probe) return []
  return rows.flatMap(({ line, command, effect, source }): Found[] => {
    const probes = effect?.does === 'probe' || effect?.does === 'probe-point' || effect?.does === 'align'
    if (!probes) return []
    const name = source?.pieces.find(({ kind }) => kind === 'name')
    const load = firmware.phrases.loadMesh(null)
    const mesh: Fix[] =
      effect.does === 'probe' && printer.storedMesh && source && name && load !== null && command.words.length === 0
        ? [{ title: `Use the saved mesh instead (${load})`, edits: [replacePiece(source, name, load)] }]
        : []
    const message = `${command.name} needs a probe, and ${printer.name} has none. The firmware refuses the line, or the nozzle is driven into the bed.`
    return [{ line, message, fixes: [...mesh, ...commentOut(source)] }]
  })
}

export const noProbe = {
  name: 'no-probe',
  group: 'order',
  severity: 'error',
  title: 'Probes without a probe',
  why: 'Without a probe the machine cannot tell when it touches the bed. The firmware refuses the line, or drives the nozzle into the bed.',
  silentWhen: 'Uses your printer’s description. A printer with manual mesh levelling may accept the line.',
  example: { text: 'G28\nG29', printer: { probe: null } },
  check,
} as const satisfies Rule
