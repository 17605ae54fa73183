// Passages as bands along the ribbon, with a pattern for each kind.
import { duration } from '../../../../core/format.ts'
import type { Passage, PassageKind } from '../../../../core/script/passages.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import type { Selection } from '../../../state/desk.ts'
import { selectLines } from '../../../state/playhead.ts'
import { Press } from '../../../ui/Press.tsx'

type Kind = 'heat' | 'motion' | 'filament' | 'plain'

const kinds: Partial<Record<PassageKind, Kind>> = {
  heat: 'heat',
  'heat-wait': 'heat',
  soak: 'heat',
  'cool-down': 'heat',
  home: 'motion',
  align: 'motion',
  probe: 'motion',
  park: 'motion',
  present: 'motion',
  wipe: 'motion',
  'purge-line': 'filament',
  'purge-spot': 'filament',
  prime: 'filament',
  retract: 'filament',
}

/** Dots for heat, slanted lines for motion, a solid band for filament: distinct without colour. */
const looks: Record<Kind, { background: string; border: string }> = {
  heat: {
    background:
      'radial-gradient(circle, color-mix(in srgb, var(--heat) 45%, transparent) 0.9px, transparent 1.1px) 0 0 / 7px 7px, color-mix(in srgb, var(--heat-fill) 45%, var(--raised))',
    border: 'color-mix(in srgb, var(--heat) 45%, var(--rule))',
  },
  motion: {
    background:
      'repeating-linear-gradient(135deg, transparent 0 6px, color-mix(in srgb, var(--move) 22%, transparent) 6px 7px), color-mix(in srgb, var(--move-fill) 75%, var(--raised))',
    border: 'color-mix(in srgb, var(--move) 45%, var(--rule))',
  },
  filament: { background: 'var(--heat-fill)', border: 'var(--heat)' },
  plain: { background: 'var(--sunk)', border: 'var(--rule)' },
}

export const kindOf = (passage: Passage): Kind => kinds[passage.kind] ?? 'plain'

const narrowest = 9

type Props = { round: DeskRound; width: number; totalS: number; selection: Selection | null }

/**
 * Places the bands at their times. A band that takes no time is still wide enough to see and click, and pushes the next
 * one aside. If there are too many bands for that, only those that are wide enough by their time are drawn; the outline
 * lists all.
 */
function layOut(passages: readonly Passage[], width: number, totalS: number) {
  let from = 0
  // A call is divided into the passages that it ran; those of a config's macros are in the order of time.
  const awake = passages
    .flatMap(passage => (passage.ran.length > 1 ? passage.ran : [passage]))
    .filter(({ enabled }) => enabled)
    .sort((a, b) => a.startS - b.startS)
  const crowded = awake.length * narrowest > width
  const bands = awake
    .filter(({ startS, endS }) => !crowded || ((endS - startS) / totalS) * width >= narrowest)
    .map(passage => {
      const left = Math.max(from, (passage.startS / totalS) * width)
      const right = Math.max((passage.endS / totalS) * width, left + narrowest)
      from = right + 1
      return { passage, left, right }
    })
  // Bands pushed beyond the end push the others back.
  let to = width
  for (const band of bands.toReversed()) {
    band.right = Math.min(band.right, to)
    band.left = Math.min(band.left, band.right - narrowest)
    to = band.left - 1
  }
  return bands.map(({ passage, left, right }) => ({ passage, left, width: right - left }))
}

export function Bands({ round, width, totalS, selection }: Props) {
  const within = ({ firstLine, lastLine }: Passage) =>
    selection !== null && selection.firstLine >= firstLine && selection.lastLine <= lastLine
  return layOut(round.passages.slice(0, 300), width, totalS).map(band => {
    const { title, firstLine, lastLine, startS, endS } = band.passage
    const look = looks[kindOf(band.passage)]
    return (
      <Press
        key={`${firstLine} ${title}`}
        onClick={() => selectLines(firstLine, lastLine)}
        aria-label={`${title}, lines ${firstLine} to ${lastLine}, ${duration(endS - startS)}`}
        aria-pressed={within(band.passage)}
        title={`${title} · ${duration(endS - startS)}`}
        style={{ left: band.left, width: band.width, background: look.background, borderColor: look.border }}
        className={`absolute top-2 h-[22px] overflow-hidden rounded-[5px] border px-1.5 text-left text-small leading-[19px] font-semibold text-ellipsis whitespace-nowrap ${within(band.passage) ? 'ring-2 ring-ink' : ''}`}
      >
        {band.width > 34 && title}
      </Press>
    )
  })
}
