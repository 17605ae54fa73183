// Changes a whole script between absolute and relative extrusion with the same motion: rewrites every E and the modes.
import { type Effect, effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { numberOf, wordOf } from '../../gcode/line.ts'
import { counterAfter, modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertBefore, nameOf, notANumber, replacePiece } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'
import { doesOtherwise, everywhere, onEveryPath, sourceOf } from './ways.ts'

const short = (value: number): string => plain(value, 5)

/**
 * Rewrites a script to absolute or relative extrusion. Resets stay resets. Refused if an E has no number, and if the
 * script depends on the initial mode before a line that changes it implicitly.
 */
export function countFilament(script: Rehearsed, to: 'absolute' | 'relative'): Plan {
  const name = script.stage.firmware.phrases.countFilament(to)
  const counts = ['move', 'arc', 'extrusion-mode', 'positioning']
  const reach = everywhere(
    script,
    (effect, command) =>
      effect !== undefined && counts.includes(effect.does) && (!moves(effect) || wordOf(command, 'E') !== undefined),
  )
  const edits = onEveryPath(script, reach, way => counted(way, to, name))
  if (typeof edits === 'string') return refuse(edits)
  if (edits.length === 0) return refuse('The filament is counted that way already.')
  const otherwise = doesOtherwise(script, edits, ['extrusion'])
  const title = `${to === 'relative' ? 'Relative' : 'Absolute'} extrusion (${name})`
  return otherwise ? refuse(otherwise) : { ok: true, title, edits }
}

const moves = ({ does }: Effect): boolean => does === 'move' || does === 'arc'

/** The edits for one path through the script. */
function counted(way: Rehearsed, to: 'absolute' | 'relative', name: string): Edit[] | string {
  const { lines, commands, trace, stage } = way
  const edits: Edit[] = []
  let counter = trace.beginning.filament
  let stated = false
  for (let i = 0; i < trace.rows.count; i++) {
    const { command } = commands[i] as (typeof commands)[number]
    const effect = effectOf(stage.firmware, command)
    const source = sourceOf(way, i)
    if (!effect || !source) continue
    const { line } = source
    if (effect.does === 'extrusion-mode') {
      const piece = nameOf(source)
      if (piece) edits.push(replacePiece(line, piece, effect.extrusion === to ? piece.text : name))
      stated = true
      continue
    }
    if (effect.does === 'positioning' && effect.filamentToo && stated) {
      // Such a line would change the extrusion mode back, so the mode is set again after it.
      const end = line.from + line.raw.length + line.ending.length
      if (effect.positioning !== to) edits.push({ from: end, to: end, insert: `${name}${line.ending || '\n'}` })
      continue
    }
    const filament = numberOf(command, 'E')
    const word = wordOf(source.command, 'E')
    if (effect.does === 'set-position') {
      if (filament !== null) counter = filament
      continue
    }
    if (effect.does !== 'move' && effect.does !== 'arc') continue
    if (!word) continue
    if (filament === null || word.formula) return notANumber(line, word)
    if (!stated) {
      if (modesBefore(trace, i).extrusion !== to) edits.push(insertBefore(lines, line.number, name))
      stated = true
    }
    const step = counterAfter(trace, i) - counterAfter(trace, i - 1)
    const scale = modesBefore(trace, i).units === 'inch' ? 25.4 : 1
    counter += step / scale
    const value = to === 'relative' ? step / scale : counter
    const same = short(value) === short(filament)
    edits.push(replacePiece(line, word, same ? word.text : `${word.text.charAt(0)}${short(value)}`))
  }
  return edits
}
