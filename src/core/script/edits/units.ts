// Converts a whole script to millimetres or inches, with the same motion.
import { effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { type Command, numberOf, wordOf } from '../../gcode/line.ts'
import { modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertBefore, nameOf, notANumber, replacePiece } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'
import { doesOtherwise, everywhere, onEveryPath, sourceOf } from './ways.ts'

const mmPerInch = 25.4
/** Letters whose numbers are lengths, or speeds in lengths per minute, on lines that move or set a position. */
const lengths = ['X', 'Y', 'Z', 'E', 'I', 'J', 'R', 'F']
/** Decimals that keep the error below a thousandth of a millimetre. */
const decimals = { mm: 4, inch: 6 }

const setsLengths = (does: string | undefined): boolean => does === 'move' || does === 'arc' || does === 'set-position'

const hasLength = (command: Command): boolean => lengths.some(letter => wordOf(command, letter))

/** Refused if a length has no number to convert, and if the script already uses the unit. */
export function writeIn(script: Rehearsed, to: 'mm' | 'inch'): Plan {
  const name = script.stage.firmware.phrases.units(to)
  if (name === null) return refuse('This firmware has no inches.')
  const reach = everywhere(
    script,
    (effect, command) => effect?.does === 'units' || (setsLengths(effect?.does) && hasLength(command)),
  )
  const edits = onEveryPath(script, reach, way => written(way, to, name))
  if (typeof edits === 'string') return refuse(edits)
  if (edits.length === 0) return refuse(`Its lengths are in ${words[to]} already.`)
  const otherwise = doesOtherwise(script, edits, ['units'])
  return otherwise ? refuse(otherwise) : { ok: true, title: `Convert lengths to ${words[to]} (${name})`, edits }
}

const words = { mm: 'millimetres', inch: 'inches' }

/** The edits for one path through the script. */
function written(way: Rehearsed, to: 'mm' | 'inch', name: string): Edit[] | string {
  const { lines, commands, trace, stage } = way
  const edits: Edit[] = []
  let stated = false
  for (let row = 0; row < trace.rows.count; row++) {
    const { command } = commands[row] as Rehearsed['commands'][number]
    const effect = effectOf(stage.firmware, command)
    const source = sourceOf(way, row)
    if (!source) continue
    if (effect?.does === 'units') {
      const piece = nameOf(source)
      if (piece) edits.push(replacePiece(source.line, piece, effect.units === to ? piece.text : name))
      stated = true
      continue
    }
    if (!setsLengths(effect?.does) || !hasLength(command)) continue
    const leave = modesBefore(trace, row).units === to
    if (!stated && !leave) {
      edits.push(insertBefore(lines, source.line.number, name))
      stated = true
    }
    for (const letter of lengths) {
      const word = wordOf(source.command, letter)
      if (!word) continue
      const value = numberOf(command, letter)
      if (!leave && (value === null || word.formula)) return notANumber(source.line, word)
      const now = to === 'mm' ? (value ?? 0) * mmPerInch : (value ?? 0) / mmPerInch
      edits.push(replacePiece(source.line, word, leave ? word.text : word.text.charAt(0) + plain(now, decimals[to])))
    }
  }
  return edits
}
