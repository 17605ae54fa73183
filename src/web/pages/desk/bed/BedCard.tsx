// The bed from above and from the side: the reach, the path of the head, and the extruded filament.
import { ChevronLeft, ChevronRight, Expand, Shrink } from 'lucide-react'
import { memo, useRef } from 'react'
import { mm, plain } from '../../../../core/format.ts'
import { beadWidthMm } from '../../../../core/machine/outcome.ts'
import { stepsOf } from '../../../../core/machine/trace.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { toggleBed, useRoom } from '../../../state/desk-layout.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { selectLines } from '../../../state/playhead.ts'
import { propose, usePreview } from '../../../state/preview.ts'
import { Card } from '../../../ui/Card.tsx'
import { Press } from '../../../ui/Press.tsx'
import { BedView } from './BedView.tsx'

type Props = { open: Seen; setting: RehearsalInput }

/** Lines whose commands move the head, in the order in which they run. */
function movingLines(round: DeskRound): number[] {
  const lines: number[] = []
  for (const step of stepsOf(round.trace)) {
    const line = round.trace.rows.line[step.command] as number
    const moved = step.from.x !== step.to.x || step.from.y !== step.to.y || step.from.z !== step.to.z
    if (moved && lines.at(-1) !== line) lines.push(line)
  }
  return lines
}

type Bead = DeskRound['strokes'][number]

const widthOf = ({ crossSectionMm2, to }: Bead) => plain(beadWidthMm(crossSectionMm2, to[2]), 2)

const sizeOf = ([low, high]: readonly [number, number]) => plain(high - low, 0)

/** Dragging moves in steps of 0.5 mm; smaller distances can be typed. */
const toStep = (mm: number): number => Math.round(mm * 2) / 2

export const BedCard = memo(function BedCard({ open, setting }: Props) {
  const { round, selection } = open
  const { preview, asked } = usePreview()
  const { large } = useRoom()
  const from = useRef({ x: 0, y: 0 })
  const nudging = asked?.do === 'nudge' ? asked : null
  const onDrag = (dx: number, dy: number, begins: boolean) => {
    if (!nudging) return
    if (begins) from.current = { x: nudging.shift.x, y: nudging.shift.y }
    const shift = { ...nudging.shift, x: toStep(from.current.x + dx), y: toStep(from.current.y + dy) }
    if (shift.x !== nudging.shift.x || shift.y !== nudging.shift.y) void propose({ ...nudging, shift })
  }
  const here = selection?.firstLine ?? 0
  const go = (forward: boolean) => {
    if (!round) return
    const lines = movingLines(round)
    const to = forward ? lines.find(line => line > here) : lines.findLast(line => line < here)
    if (to !== undefined) selectLines(to)
  }
  const stroke = round?.strokes.find(
    ({ line }) => selection && line >= selection.firstLine && line <= selection.lastLine,
  )
  return (
    <Card
      flush
      aria-label="The bed from above"
      className="@container relative isolate flex min-h-0 min-w-0 flex-1 flex-col p-2"
    >
      {round && (
        <div className={`flex min-h-0 flex-1 gap-1 ${large ? 'flex-col' : ''}`}>
          <BedView
            after={preview?.round ?? null}
            round={round}
            setting={setting}
            selection={selection}
            playheadS={open.playheadS}
            onDrag={nudging ? onDrag : null}
            large={large}
          />
        </div>
      )}
      <div className="flex items-center gap-1 text-small text-soft">
        <Step name="Move before" onClick={() => go(false)} icon={<ChevronLeft size={16} aria-hidden />} />
        <Step name="Next move" onClick={() => go(true)} icon={<ChevronRight size={16} aria-hidden />} />
        <p className="mr-18 ml-1 min-w-0 flex-1">
          {nudging ? (
            'Drag on the bed to nudge it'
          ) : stroke ? (
            <InShort
              whole={`${mm(stroke.lengthMm, 1)} long, bead ${plain(stroke.crossSectionMm2)} mm², ${widthOf(stroke)} mm wide, ${plain(stroke.flowMm3S, 1)} mm³/s`}
              short={`bead ${widthOf(stroke)} mm wide`}
            />
          ) : (
            <InShort
              whole={`${sizeOf(setting.printer.bed.x)} × ${sizeOf(setting.printer.bed.y)} mm · dotted: travel · full: filament${preview ? ' · outlined: after the edit' : ''}`}
              short={preview ? 'outlined: after the edit' : 'dotted: travel · full: filament'}
            />
          )}
        </p>
        <Step
          name={large ? 'The bed smaller, with the findings below' : 'The bed larger'}
          onClick={toggleBed}
          icon={large ? <Shrink size={16} aria-hidden /> : <Expand size={16} aria-hidden />}
        />
      </div>
    </Card>
  )
})

/** The complete text under the bed, a short one if there is little room, or none if the bed is narrow. */
const InShort = ({ whole, short }: { whole: string; short: string }) => (
  <>
    <span className="@max-[540px]:hidden">{whole}</span>
    <span className="hidden whitespace-nowrap @min-[290px]:@max-[540px]:inline">{short}</span>
  </>
)

const Step = ({ name, onClick, icon }: { name: string; onClick: () => void; icon: React.ReactNode }) => (
  <Press aria-label={name} title={name} onClick={onClick} className="rounded-sm p-0.5 hover:bg-sunk hover:text-ink">
    {icon}
  </Press>
)
