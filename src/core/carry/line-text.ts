// Writes a line from the outcomes of its commands, keeping as much of its text as possible, and its comment.
import { type Command, type Line, placeOf, textOfCommand } from '../gcode/line.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import { replacePiece } from '../script/edits/lines.ts'
import type { Outcome } from './outcomes.ts'
import type { Rewritten } from './rewritten.ts'
import type { Side } from './sides.ts'

/** The outcome of one command of a line: rewritten, or the line with edits and their reason. */
export type Part = { said: Rewritten; own: Command; edits: readonly Edit[] | null; why: string }

/** The outcome of a line from those of its commands; the comment stays with the rest of the line. */
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
    why: why || 'Several commands on one line become several lines.',
  }
}

/** The commands of a line, without line number, comment and checksum. */
const bareOf = ({ pieces }: Line): string =>
  pieces
    .filter(({ kind }) => kind !== 'comment' && kind !== 'line-number' && kind !== 'checksum')
    .map(({ text }) => text)
    .join('')
    .trim()

/** Whether two lines have the same commands, ignoring spaces. */
const sameCommand = (one: string, other: string): boolean =>
  one.replace(/\s+/g, ' ').trim().toUpperCase() === other.replace(/\s+/g, ' ').trim().toUpperCase()

const commentIn = (line: Line): string => {
  const last = line.pieces.findLast(({ kind }) => kind === 'comment')
  return last && line.pieces.at(-1) === last && last.text.startsWith(';') ? last.text : ''
}

const commented = (lines: readonly string[], comment: string): string[] =>
  lines.map((text, i) => (i === 0 && comment ? `${text} ${comment}` : text))

/** Applies edits to a line. A checksum would be wrong afterwards, so it is removed with the line number. */
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

/** One of several commands of a line, as its own line. */
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
