// A line's text from what became of its commands: as much of it as it was as can stay, and its comment with what is left.
import { type Command, type Line, placeOf, textOfCommand } from '../gcode/line.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import { replacePiece } from '../script/edits/lines.ts'
import type { Outcome } from './outcomes.ts'
import type { Said } from './rewritten.ts'
import type { Side } from './sides.ts'

/** What became of one command of a line: said otherwise, or the line itself with edits and their reason. */
export type Part = { said: Said; own: Command; edits: readonly Edit[] | null; why: string }

/** A line from what became of its commands; its comment stays with what is left of it. */
export function outcomeOf(line: Line, parts: readonly Part[], to: Side): Outcome {
  const several = parts.length > 1
  const comment = commentIn(line)
  const became: string[] = []
  for (const { said, own, edits } of parts) {
    if (said.kind === 'left-out' || said.kind === 'refused') continue
    if (said.kind === 'changed') became.push(...said.lines)
    else if (several) became.push(rewritten(line, own, edits ?? []))
    else became.push(edits?.length ? inLine(line, edits) : line.raw)
  }
  const whyOf = ({ said, why }: Part): string => (said.kind === 'same' ? why : said.why)
  const why = [...new Set(parts.map(whyOf).filter(Boolean))].join(' ')
  if (parts.some(({ said }) => said.kind === 'refused'))
    return { kind: 'refused', became: commented(became, comment), why }
  const whole =
    several && to.family.severalOnALine && parts.every(({ said, edits }) => said.kind === 'same' && !edits?.length)
  const bare = bareOf(line)
  const alike =
    !several &&
    became.length === 1 &&
    (became[0] === line.raw || (parts[0]?.said.kind === 'changed' && sameCommand(became[0] as string, bare)))
  if (whole || alike) return { kind: 'same', became: [line.raw], why: 'It stays as it is.' }
  const asks = parts.some(({ said }) => 'asks' in said && said.asks)
  if (became.length === 0) return { kind: asks ? 'asks' : 'left-out', became, why }
  const withComment = parts.every(({ said }) => said.kind === 'same') && !several ? became : commented(became, comment)
  return {
    kind: asks ? 'asks' : 'changed',
    became: withComment,
    why: why || 'Several commands on a line are several lines there.',
  }
}

/** The command alone: without its number, its comment and its checksum. */
const bareOf = ({ pieces }: Line): string =>
  pieces
    .filter(({ kind }) => kind !== 'comment' && kind !== 'line-number' && kind !== 'checksum')
    .map(({ text }) => text)
    .join('')
    .trim()

/** Whether two lines say the same command, however they are spaced. */
const sameCommand = (one: string, other: string): boolean =>
  one.replace(/\s+/g, ' ').trim().toUpperCase() === other.replace(/\s+/g, ' ').trim().toUpperCase()

const commentIn = (line: Line): string => {
  const last = line.pieces.findLast(({ kind }) => kind === 'comment')
  return last && line.pieces.at(-1) === last && last.text.startsWith(';') ? last.text : ''
}

const commented = (lines: readonly string[], comment: string): string[] =>
  lines.map((text, i) => (i === 0 && comment ? `${text} ${comment}` : text))

/** A line with edits; a checksum of what it was would be wrong, and its number goes with it. */
function inLine(line: Line, edits: readonly Edit[]): string {
  const summed = line.pieces.some(({ kind }) => kind === 'checksum')
  const gone = line.pieces
    .filter(({ kind }) => summed && (kind === 'checksum' || kind === 'line-number'))
    .map(piece => replacePiece(line, piece, ''))
  const made = applyEdits(
    line.raw,
    [...edits, ...gone].map(({ from, to, insert }) => ({ from: from - line.from, to: to - line.from, insert })),
  )
  return summed ? made.trimStart() : made
}

/** One of several commands of a line, as a line of its own. */
function rewritten(line: Line, own: Command, edits: readonly Edit[]): string {
  const words = own.words.map(word => {
    const edit = edits.find(({ from }) => from === placeOf(line, word).from)
    return edit ? edit.insert : word.text.trim()
  })
  const appended = edits.filter(({ from, to }) => from === to).map(({ insert }) => insert.trim())
  return words.length || own.keys.length === 0
    ? [own.machine ? line.pieces.find(({ kind }) => kind === 'name')?.text : null, own.name, ...words, ...appended]
        .filter(Boolean)
        .join(' ')
    : textOfCommand(own)
}
