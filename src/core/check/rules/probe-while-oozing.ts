// Probes the bed with a nozzle that is hot enough to ooze.
import { celsius, plain } from '../../format.ts'
import type { Step } from '../../machine/trace.ts'
import { probeWithoutOoze } from '../../script/edits/heat-probe.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'
import { lineOf, nozzleC, touches } from '../queries.ts'

/** Tolerance for thermistors and materials, °C. */
const doubtC = 5

function check(script: Checked): Found[] {
  const { stage, ooze } = script
  const safeC = stage.material.oozeSafeC
  const cleans = ({ command }: Step) => {
    const effect = script.rows[command]?.effect
    return effect?.does === 'probe' && effect.cleansTip === true
  }
  const hot = touches(script).find(step => !cleans(step) && (nozzleC(script, step) ?? 0) > safeC + doubtC)
  if (!hot) return []
  const at = nozzleC(script, hot) ?? 0
  const felt = stage.printer.probe?.kind === 'nozzle'
  const mm3 = ooze.mm3.probing
  const lost = mm3 >= 0.5 ? ` About ${plain(mm3, 1)} mm³ will ooze while it does.` : ''
  const message = felt
    ? `Probes the bed with the nozzle itself at ${celsius(at)}: drops of ${stage.material.name} on its tip are measured as bed.${lost}`
    : `Probes the bed with the nozzle at ${celsius(at)}; ${stage.material.name} oozes above ${celsius(safeC)} and leaves blobs.${lost}`
  return [
    {
      line: lineOf(script, hot),
      severity: felt ? 'error' : 'warning',
      message,
      fixes: planned(probeWithoutOoze(script, { cornerLiftMm: 0, settleS: 0 })),
    },
  ]
}

export const probeWhileOozing = {
  name: 'probe-while-oozing',
  group: 'order',
  severity: 'warning',
  title: 'Probes while the nozzle oozes',
  why: 'A hot nozzle oozes while it is above the bed. The blobs end up under the first layer, or are measured as if they were the bed.',
  silentWhen:
    'Silent up to 5 °C above the ooze-safe temperature that you gave the material. The amount of ooze is an estimate.',
  example: { text: 'M140 S60\nM190 S60\nM109 S200\nG28\nG29' },
  moments: ['start'],
  check,
} as const satisfies Rule
