// The program's own moves around a change of tools: how it leaves the print before its script, and goes on with it behind.
import { plain } from '../format.ts'
import type { OwnMoves } from '../model/job.ts'
import { numberAfter } from './number-after.ts'

/** How filament is counted where the lines begin. */
export type Counting = { e: number; relative: boolean }

/** What a line does: retracts, unretracts, travels, goes up or down, counts anew, nothing that matters, a mark of ours, all else. */
type Kind = 'r' | 'u' | 't' | 'z' | 'c' | '.' | 'm' | 'x'

/** Comments, line numbers and checksums. */
const noCommand = /;.*|\([^)]*\)|^\s*N\d+|\*\d+\s*$/gi
const ourMark = /^\s*;~/
/** Speeds, fans, progress: a program writes them anywhere. */
const anywhere = /^(?:M(?:73|10[67]|20[45])\b|$)/

/** Follows how filament is counted, line by line. */
function kindOf(raw: string, counting: Counting): Kind {
  if (ourMark.test(raw)) return 'm'
  const code = raw.replace(noCommand, '').trim().toUpperCase()
  if (anywhere.test(code)) return '.'
  if (/^G1[01]$/.test(code)) return code === 'G10' ? 'r' : 'u'
  const e = numberAfter(code, 'E', 2)
  const [across, up] = [/[XYIJ]/.test(code), code.includes('Z')]
  if (/^G92\b/.test(code)) {
    if (Number.isNaN(e) || across || up) return 'x'
    counting.e = e
    return 'c'
  }
  if (!/^G0?[0-3]\b/.test(code)) return 'x'
  if (Number.isNaN(e)) return across ? 't' : up ? 'z' : '.'
  const pushed = counting.relative ? e : e - counting.e
  counting.e = e
  return pushed < 0 ? 'r' : across || up ? 'x' : 'u'
}

/** Retracts, also along a wipe, and lifts; a way to elsewhere may be the script's own. */
const leaving = /^(?:[.c]*[rz])*/
/** One way back to the print, lifted and lowered, and the unretraction there; counted from zero again, perhaps. */
const goingOn = /(?:[zc]\.*)*(?:t\.*(?:[zcu]\.*)*)?$/

/** Longer than any program's own moves are. */
const mostOwn = 40

/**
 * Parts the lines between the last stroke with one tool and the first with the next into the program's own at both ends; what lies
 * between is the script of the file. Our own marks tell it for certain; without them the program's are as many as can't be a
 * script's: no more than a retraction and a lift before, a way, a lowering and an unretraction behind.
 */
export function ownMoves(lines: readonly string[], from: Counting): OwnMoves {
  const counting = { ...from }
  const kinds = lines.map(raw => kindOf(raw, counting)).join('')
  const [mark, lastMark] = [kinds.indexOf('m'), kinds.lastIndexOf('m')]
  const before = mark >= 0 ? mark : (leaving.exec(kinds)?.[0].length ?? 0)
  const after = mark >= 0 ? lines.length - lastMark - 1 : (goingOn.exec(kinds.slice(before))?.[0].length ?? 0)
  const counted = [from.relative ? 'M83' : 'M82', ...(from.relative ? [] : [`G92 E${plain(from.e, 5)}`])]
  return {
    before: [...counted, ...codes(lines.slice(0, before)).slice(-mostOwn)].join('\n'),
    after: codes(lines.slice(lines.length - after))
      .slice(0, mostOwn)
      .join('\n'),
  }
}

const codes = (lines: readonly string[]): string[] =>
  lines.map(raw => raw.replace(noCommand, '').trim().slice(0, 90)).filter(line => line !== '')
