// Writes a whole script in millimetres or in inches, with the same motion.
import { effectOf } from '../../firmware/spec.ts'
import { plain } from '../../format.ts'
import { type Command, numberOf, wordOf } from '../../gcode/line.ts'
import { modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import { insertBefore, notANumber, replacePiece, sourceWord } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

const mmPerInch = 25.4
/** Letters whose numbers are lengths, or speeds in lengths a minute, on lines that move or set a position. */
const lengths = ['X', 'Y', 'Z', 'E', 'I', 'J', 'R', 'F']
/** Enough for less than a thousandth of a millimetre either way. */
const decimals = { mm: 4, inch: 6 }

const setsLengths = (does: string | undefined): boolean => does === 'move' || does === 'arc' || does === 'set-position'

const hasLength = (command: Command): boolean => lengths.some(letter => wordOf(command, letter))

/** Refused where a length has no number to convert, and where the script is written so already. */
export function writeIn({ lines, commands, trace, stage }: Rehearsed, to: 'mm' | 'inch'): Plan {
  const name = stage.firmware.phrases.units(to)
  if (name === null) return refuse('This firmware has no inches.')
  const edits: Edit[] = []
  let stated = false
  let converted = 0
  for (let row = 0; row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    const effect = effectOf(stage.firmware, command)
    const source = lines[line - 1]
    if (!source) continue
    if (effect?.does === 'units') {
      const piece = source.pieces.find(each => each.kind === 'name')
      if (piece && effect.units !== to) edits.push(replacePiece(source, piece, name))
      stated = true
      continue
    }
    if (!setsLengths(effect?.does) || !hasLength(command) || modesBefore(trace, row).units === to) continue
    if (!stated) {
      edits.push(insertBefore(lines, line, name))
      stated = true
    }
    for (const letter of lengths) {
      const word = sourceWord(source, letter)
      if (!word) continue
      const value = numberOf(command, letter)
      if (value === null || word.formula) return refuse(notANumber(source, word))
      const now = to === 'mm' ? value * mmPerInch : value / mmPerInch
      edits.push(replacePiece(source, word, word.text.charAt(0) + plain(now, decimals[to])))
      converted++
    }
  }
  if (converted === 0) return refuse(`Its lengths are in ${to === 'mm' ? 'millimetres' : 'inches'} already.`)
  return { ok: true, title: `Write it in ${to === 'mm' ? 'millimetres' : 'inches'} (${name})`, edits }
}
