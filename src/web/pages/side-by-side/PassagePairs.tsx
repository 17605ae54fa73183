// Both texts by passages: equal, changed, moved, removed or added, line by line and word by word.
import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import type { Compared, MatchedPassages, Place } from '../../../core/compare/side-by-side.ts'
import { plural } from '../../../core/format.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { Press } from '../../ui/Press.tsx'
import { type Cell, commandsOnly, type Lines, linesIn, type Row, rowsFor } from './rows.ts'
import type { Side } from './sides.ts'

type Props = {
  left: Side
  right: Side
  compared: Compared
  /** Whether comments and blank lines are hidden. */
  quiet: boolean
  onQuiet: (quiet: boolean) => void
  onTake: (index: number, to: 'left' | 'right') => void
}

export function PassagePairs({ left, right, compared, quiet, onQuiet, onTake }: Props) {
  const { matches } = compared
  const lines = (side: Side, place: Place | null): Lines => {
    const own = place ? linesIn(side.text, place.first, place.last) : []
    return quiet ? commandsOnly(own) : own
  }
  /** Lines outside passages: settings, guards, titles. */
  const between = (side: Side, which: 'left' | 'right'): Lines => {
    const inside = (number: number) =>
      matches.some(match => match[which] && match[which].first <= number && number <= match[which].last)
    const own = linesIn(side.text).filter(({ number, text }) => !inside(number) && text.trim() !== '')
    return quiet ? commandsOnly(own) : own
  }
  const loose = rowsFor(between(left, 'left'), between(right, 'right'))
  const takes = (side: Side) => side.scriptId !== null || side.key === 'text'
  return (
    <section aria-label="Passages side by side">
      <div className="flex items-baseline gap-4 pb-2">
        <h2 className="font-serif text-heading font-semibold">Passages</h2>
        <p className="text-control text-soft">{counted(matches)}</p>
        <label className="ml-auto flex items-center gap-2 text-control">
          <input type="checkbox" checked={quiet} onChange={event => onQuiet(event.target.checked)} />
          without comments and blank lines
        </label>
      </div>
      <ol className="grid gap-2">
        {matches.map((match, index) => (
          <Pair
            key={`${match.title} ${match.left?.first} ${match.right?.first}`}
            match={match}
            rows={rowsFor(lines(left, match.left), lines(right, match.right))}
            onTake={{
              left: takes(left) ? () => onTake(index, 'left') : null,
              right: takes(right) ? () => onTake(index, 'right') : null,
            }}
          />
        ))}
        {loose.some(({ is }) => is !== 'same') && (
          <Pair
            match={{ title: 'Between the passages', is: 'changed', moved: false, left: null, right: null }}
            rows={loose}
            onTake={{ left: null, right: null }}
          />
        )}
      </ol>
    </section>
  )
}

function counted(matches: readonly MatchedPassages[]): string {
  const count = (is: MatchedPassages['is']) => matches.filter(each => each.is === is).length
  const moved = matches.filter(each => each.moved).length
  return [
    count('changed') && `${count('changed')} changed`,
    count('gone') && `${count('gone')} only left`,
    count('new') && `${count('new')} only right`,
    moved && `${moved} moved`,
    count('same') && `${count('same')} the same`,
  ]
    .filter(Boolean)
    .join(', ')
}

const words = { same: 'the same', changed: 'changed', gone: 'only left', new: 'only right' }

type PairProps = {
  match: MatchedPassages
  rows: readonly Row[]
  onTake: { left: (() => void) | null; right: (() => void) | null }
}

function Pair({ match, rows, onTake }: PairProps) {
  const { title, is, moved } = match
  const differs = rows.some(each => each.is !== 'same')
  const [open, setOpen] = useState<boolean | null>(null)
  const shown = open ?? (is !== 'same' && differs)
  const description = moved ? (is === 'same' ? 'moved' : `${words[is]}, moved`) : differs ? words[is] : 'the same'
  return (
    <Card as="li" flush className="overflow-hidden">
      <div className="flex items-center gap-2 px-3 py-1.5">
        <Press
          aria-expanded={shown}
          onClick={() => setOpen(!shown)}
          className="flex min-w-0 flex-1 items-center gap-2 text-left"
        >
          {shown ? <ChevronDown size={16} aria-hidden /> : <ChevronRight size={16} aria-hidden />}
          <span className="truncate font-semibold">{title}</span>
          <span className={`text-control ${differs || moved ? 'text-heat' : 'text-soft'}`}>{description}</span>
          <span className="text-small text-soft">{place(match)}</span>
        </Press>
        {differs && onTake.left && (
          <Button small onClick={onTake.left} aria-label={`Make ${title} on the left as on the right`}>
            ← {match.right ? 'take to the left' : 'leave out on the left'}
          </Button>
        )}
        {differs && onTake.right && (
          <Button small onClick={onTake.right} aria-label={`Make ${title} on the right as on the left`}>
            {match.left ? 'take to the right' : 'leave out on the right'} →
          </Button>
        )}
      </div>
      {shown && (
        <table className="w-full table-fixed border-t border-rule font-mono text-small leading-[19px]">
          <tbody>
            {rows.map(row => (
              <tr key={`${row.left?.number} ${row.right?.number}`}>
                <Half cell={row.left} row={row} sign="−" was />
                <Half cell={row.right} row={row} sign="+" />
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Card>
  )
}

function place({ left, right }: MatchedPassages): string {
  const lines = ({ first, last }: Place) => (first === last ? `line ${first}` : `lines ${first}–${last}`)
  if (left && right) return left.first === right.first ? lines(right) : `${lines(left)} → ${lines(right)}`
  const one = left ?? right
  return one ? `${lines(one)}, ${plural(one.last - one.first + 1, 'line')}` : ''
}

type HalfProps = { cell: Cell | null; row: Row; sign: string; was?: boolean }

function Half({ cell, row, sign, was = false }: HalfProps) {
  const marked = row.is === 'changed' || row.is === (was ? 'gone' : 'new')
  const ground = !cell ? 'bg-sunk' : marked ? (was ? 'bg-move-fill' : 'bg-heat-fill') : ''
  return (
    <td
      className={`w-1/2 px-2 align-top break-words whitespace-pre-wrap ${ground} ${was ? 'border-r border-rule' : ''}`}
    >
      {cell && (
        <>
          <span className="mr-2 inline-block w-9 text-right text-soft select-none">{cell.number}</span>
          <span aria-hidden className="mr-1.5 inline-block w-2 select-none">
            {marked ? sign : ' '}
          </span>
          {cell.bits.map((bit, i) =>
            bit.changed ? (
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one line in order
              <b key={i} className="underline decoration-2 underline-offset-2">
                {bit.text}
              </b>
            ) : (
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one line in order
              <span key={i}>{bit.text}</span>
            ),
          )}
        </>
      )}
    </td>
  )
}
