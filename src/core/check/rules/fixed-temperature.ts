// Temperatures are fixed numbers where the job's values could be used.
import { celsius, plural } from '../../format.ts'
import type { Edit } from '../../model/script.ts'
import { replacePiece } from '../../script/edits/lines.ts'
import { madePassages } from '../../script/makers/maker.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { heatings } from '../queries.ts'

type Typed = { line: number; heater: string; targetC: number; value: string; edit: Edit }

/** The material's values that may replace a heater's number, most likely first. */
function valueFor({ stage }: Checked, heater: string, targetC: number): string | null {
  const { nozzleC, nozzleLaterC, oozeSafeC, bedC, bedLaterC } = stage.material
  const candidates: [string, number][] =
    heater === 'bed'
      ? [
          ['bed', bedC],
          ['bed_later', bedLaterC],
        ]
      : heater === 'nozzle'
        ? [
            ['nozzle', nozzleC],
            ['nozzle_later', nozzleLaterC],
            ['ooze_safe', oozeSafeC],
          ]
        : []
  return candidates.find(([, value]) => value === targetC)?.[0] ?? null
}

function check(script: Checked): Found[] {
  const made = madePassages(script.lines).made
  const typed: Typed[] = heatings(script).flatMap(({ row: { line, source }, heater, targetC, word }): Typed[] => {
    if (!source || !targetC) return []
    if (made.some(({ firstLine, lastLine }) => firstLine <= line && line <= lastLine)) return []
    const value = valueFor(script, heater, targetC)
    return word && value
      ? [{ line, heater, targetC, value, edit: replacePiece(source, word, `${word.text.charAt(0)}@${value}`) }]
      : []
  })
  const first = typed.find(({ value }) => value !== 'ooze_safe')
  if (!first) return []
  const others = typed.length - 1
  const message = `${celsius(first.targetC)} is typed in here${others ? ` (and in ${plural(others, 'more place')})` : ''}. It fits ${script.stage.material.name}. Written as @${first.value}, it follows the job’s material.`
  const title = `Take it from the material (@${[...new Set(typed.map(({ value }) => value))].join(', @')})`
  return [{ line: first.line, message, fixes: [{ title, edits: typed.map(({ edit }) => edit), forJobs: true }] }]
}

export const fixedTemperature = {
  name: 'fixed-temperature',
  group: 'heat',
  severity: 'advice',
  title: 'A temperature is typed in',
  why: 'A typed-in temperature fits one material. People then keep a copy of the script for each material, and have to fix every copy.',
  silentWhen: 'Silent where no number matches what this job’s material needs: a different number may be intended.',
  example: { text: 'M140 S60\nM104 S160\nG28\nM420 S1\nM190 S60\nM109 S200' },
  moments: ['start'],
  check,
} as const satisfies Rule
