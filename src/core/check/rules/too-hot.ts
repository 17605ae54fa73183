// A target exceeds the heater's or the material's limit.
import { celsius } from '../../format.ts'
import { replacePiece } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { heatings, overHighestC } from '../queries.ts'

function check(script: Checked): Found[] {
  const { printer, material } = script.stage
  const wanted = { nozzle: material.nozzleC, bed: material.bedC, chamber: material.chamberC }
  return heatings(script).flatMap((heating): Found[] => {
    const max = overHighestC(heating, printer)
    const { row, heater, targetC, word } = heating
    if (max === null || targetC === null) return []
    const { source, line } = row
    const own = wanted[heater]
    const fixes =
      word && source && own > 0 && own <= max
        ? [
            {
              title: `Heat it to the temperature of ${material.name} (${celsius(own)})`,
              edits: [replacePiece(source, word, `${word.text.charAt(0)}${own}`)],
            },
          ]
        : []
    const message = `Sets the ${heater} to ${celsius(targetC)}. ${printer.name}’s limit is ${celsius(max)}. The firmware stops with an error, or something burns.${script.trace.stopped?.line === line ? ' The rehearsal never reaches it, and stops here.' : ''}`
    return [{ line, message, fixes }]
  })
}

export const tooHot = {
  name: 'too-hot',
  group: 'heat',
  severity: 'error',
  title: 'Hotter than the heater allows',
  why: 'Above its highest temperature a hot end’s liner chars, a bed’s magnets weaken, and the firmware halts the machine.',
  silentWhen: 'Uses the highest temperatures in your printer’s description.',
  example: { text: 'M109 S290' },
  check,
} as const satisfies Rule
