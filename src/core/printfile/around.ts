// Finds the slicer's own moves around a tool change: how it leaves the print before the script, and returns afterwards.
import { plain } from '../format.ts'
import { type Command, hasLetter, type Line, numberOf, textOfCommand } from '../gcode/line.ts'
import { readLine } from '../gcode/read.ts'
import type { OwnMoves } from '../model/job.ts'

/** The extrusion mode and E value where the lines start. */
export type Counting = { e: number; relative: boolean }

/** The kind of a line, as far as it tells whether the slicer or a script wrote it. */
type Kind = 'retract' | 'unretract' | 'travel' | 'up or down' | 'count' | 'anywhere' | 'our mark' | 'else'

/** Progress, fans, acceleration: a slicer writes them anywhere. */
const anywhere: readonly string[] = ['M73', 'M106', 'M107', 'M204', 'M205']
const moves: readonly string[] = ['G0', 'G1', 'G2', 'G3']
const ourMark = ';~'

/** Classifies a line, and follows the filament counter. */
function kindOf({ raw, command, more }: Line, counting: Counting): Kind {
  if (raw.trimStart().startsWith(ourMark)) return 'our mark'
  if (!command) return 'anywhere'
  if (more.length > 0) return 'else'
  const { name, words } = command
  if (anywhere.includes(name)) return 'anywhere'
  // With other letters `G10` sets a tool or a work offset; S0 and S1 distinguish the usual length from that for a tool
  // change.
  if ((name === 'G10' || name === 'G11') && words.every(({ letter, value }) => letter === 'S' && (value ?? 0) <= 1))
    return name === 'G10' ? 'retract' : 'unretract'
  const e = numberOf(command, 'E')
  const across = ['X', 'Y'].some(letter => hasLetter(command, letter))
  const up = hasLetter(command, 'Z')
  if (name === 'G92' && e !== null && !across && !up) {
    counting.e = e
    return 'count'
  }
  if (!moves.includes(name)) return 'else'
  const extruded = e === null ? 0 : counting.relative ? e : e - counting.e
  if (e !== null) counting.e = e
  if (extruded === 0) return across ? 'travel' : up ? 'up or down' : 'anywhere'
  return extruded < 0 ? 'retract' : across || up ? 'else' : 'unretract'
}

/** The number of lines with a retraction, a wipe and a lift at the start; a move elsewhere may belong to the script. */
function leaving(kinds: readonly Kind[]): number {
  const end = kinds.findIndex(kind => kind === 'travel' || kind === 'unretract' || kind === 'else')
  const own = kinds.slice(0, end < 0 ? kinds.length : end)
  return 1 + own.findLastIndex(kind => kind === 'retract' || kind === 'up or down')
}

/**
 * The number of lines at the end with one move back to the print, lifted and lowered, the unretraction, and possibly a
 * reset of the counter.
 */
function goingOn(kinds: readonly Kind[]): number {
  const low: readonly Kind[] = ['up or down', 'count', 'anywhere']
  let from = kinds.length
  const back = (own: readonly Kind[]) => {
    while (own.includes(kinds[from - 1] ?? 'else')) from--
  }
  back([...low, 'unretract'])
  if (kinds[from - 1] === 'travel') {
    from--
    back(low)
  } else {
    from = kinds.length
    back(low)
  }
  // The first line is a move or a reset; lines that may be anywhere may belong to the script.
  while (kinds[from] === 'anywhere') from++
  return kinds.length - from
}

/** Limit for the slicer's own moves. */
const maxOwn = 40
const longestOwn = 90

/**
 * Parts the lines between the last stroke with one tool and the first with the next into the program's own at both ends; what lies
 * between is the script of the file. Our own marks tell it for certain; without them the program's are as many as can't be a
 * script's: no more than a retraction and a lift before, a way, a lowering and an unretraction behind.
 */
export function ownMoves(raws: readonly string[], from: Counting): OwnMoves {
  const counting = { ...from }
  const lines = raws.map(raw => readLine(raw))
  const kinds = lines.map(line => kindOf(line, counting))
  const [mark, lastMark] = [kinds.indexOf('our mark'), kinds.lastIndexOf('our mark')]
  const before = mark >= 0 ? mark : leaving(kinds)
  const after = mark >= 0 ? lines.length - lastMark - 1 : goingOn(kinds.slice(before))
  const counted = [from.relative ? 'M83' : 'M82', ...(from.relative ? [] : [`G92 E${plain(from.e, 5)}`])]
  return {
    before: [...counted, ...codes(lines.slice(0, before)).slice(-maxOwn)].join('\n'),
    after: codes(lines.slice(lines.length - after))
      .slice(0, maxOwn)
      .join('\n'),
  }
}

const codes = (lines: readonly Line[]): string[] =>
  lines
    .flatMap(({ command, more }) => [command, ...more])
    .filter((command): command is Command => command !== null)
    .map(textOfCommand)
    .filter(code => code.length <= longestOwn)
