// Counts filament the other way through a whole script, with the same motion: every E rewritten, the modes too.
import { effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { counterAfter, modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertBefore, notANumber, replacePiece, sourceWord } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

const short = (value: number): string => plain(value, 5)

/**
 * Rewrites a script so that filament is counted `to`. Filament that is reset stays reset. Refused where an E has
 * no number, and where the script counts one way before a line that changes it unsaid.
 */
export function countFilament({ lines, commands, trace, stage }: Rehearsed, to: 'absolute' | 'relative'): Plan {
  const edits: Edit[] = []
  const { phrases } = stage.firmware
  const name = phrases.countFilament(to)
  let counter = trace.beginning.filament
  let stated = false
  let changed = 0
  for (let i = 0; i < trace.rows.count; i++) {
    const { line, command } = commands[i] as (typeof commands)[number]
    const effect = effectOf(stage.firmware, command)
    const source = lines[line - 1]
    if (!effect || !source) continue
    if (effect.does === 'extrusion-mode') {
      const piece = source.pieces.find(each => each.kind === 'name')
      if (piece && effect.extrusion !== to) edits.push(replacePiece(source, piece, name))
      stated = true
      continue
    }
    if (effect.does === 'positioning' && effect.filamentToo && stated) {
      // Such a line would turn the counting back; it is said again after it.
      const end = source.from + source.raw.length + source.ending.length
      if (effect.positioning !== to) edits.push({ from: end, to: end, insert: `${name}${source.ending || '\n'}` })
      continue
    }
    const filament = numberOf(command, 'E')
    const word = sourceWord(source, 'E')
    if (effect.does === 'set-position') {
      if (filament !== null) counter = filament
      continue
    }
    if (effect.does !== 'move' && effect.does !== 'arc') continue
    if (!word) continue
    if (filament === null || word.formula) return refuse(notANumber(source, word))
    if (!stated) {
      edits.push(insertBefore(lines, line, name))
      stated = true
    }
    const step = counterAfter(trace, i) - counterAfter(trace, i - 1)
    const scale = modesBefore(trace, i).units === 'inch' ? 25.4 : 1
    counter += step / scale
    const value = to === 'relative' ? step / scale : counter
    if (short(value) === short(filament) && modesBefore(trace, i).extrusion === to) continue
    edits.push(replacePiece(source, word, `${word.text.charAt(0)}${short(value)}`))
    changed++
  }
  if (changed === 0 && edits.length === 0) return refuse(`The filament is counted that way already.`)
  return { ok: true, title: `${to === 'relative' ? 'Relative' : 'Absolute'} extrusion (${name})`, edits }
}
