// Changes a purge line: amount or bead, speed, length, edge, direction. All changes apply together.
import { beadWidthMm } from '../../../../core/machine/outcome.ts'
import { edges } from '../../../../core/script/edits/edge.ts'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { propose, usePreview } from '../../../state/preview.ts'
import { Button } from '../../../ui/Button.tsx'
import { NumberField } from './NumberField.tsx'

type Shaping = Extract<EditRequest, { do: 'shape' }>

export const shapes = (request: EditRequest): request is Shaping => request.do === 'shape'

/** Quick changes build on each other, whether answered or not. */
function change(request: Shaping, part: Partial<Shaping>): void {
  const { asked } = usePreview.getState()
  void propose({ ...(asked?.do === 'shape' ? asked : request), ...part })
}

/** Amount, bead and width express the same quantity: the one entered last counts. */
const noAmount = { amountPercent: undefined, beadMm2: undefined, widthMm: undefined }

/**
 * The current bead, mm², speed, mm/s, and length, mm, of the purge, from its first stroke; null if it extrudes nothing.
 */
function presently({ round }: Seen, at: number): Record<'bead' | 'width' | 'speed' | 'length', number | null> {
  const all = round?.passages.flatMap(passage => [passage, ...passage.parts]) ?? []
  const passage = all.find(({ firstLine }) => firstLine === at)
  const stroke = round?.strokes.find(({ line }) => passage && line >= passage.firstLine && line <= passage.lastLine)
  const row = round && stroke ? round.trace.rows.line.indexOf(stroke.line) : -1
  const feed = round?.trace.rows.modes[row]?.feedMmMin
  const twoDecimals = (value: number) => Math.round(value * 100) / 100
  const ways = stroke ? [stroke.to[0] - stroke.from[0], stroke.to[1] - stroke.from[1]].map(Math.abs) : []
  const length = stroke ? twoDecimals(Math.max(...ways)) : null
  return {
    length,
    width: stroke ? twoDecimals(beadWidthMm(stroke.crossSectionMm2, stroke.to[2])) : null,
    bead: stroke ? twoDecimals(stroke.crossSectionMm2) : null,
    speed: feed ? twoDecimals(feed / 60) : null,
  }
}

export function ShapePad({ request, open }: { request: Shaping; open: Seen }) {
  const { at } = request
  const { bead, width, speed, length } = presently(open, at)
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <NumberField
        name="Amount"
        unit="%"
        step={5}
        value={request.amountPercent ?? 100}
        onChange={amountPercent => change(request, { ...noAmount, amountPercent })}
      />
      <NumberField
        name="Bead"
        unit="mm²"
        step={0.05}
        value={request.beadMm2 ?? bead}
        onChange={beadMm2 => change(request, { ...noAmount, beadMm2 })}
      />
      <NumberField
        name="or wide"
        unit="mm"
        step={0.05}
        value={request.widthMm ?? width}
        onChange={widthMm => change(request, { ...noAmount, widthMm })}
      />
      <NumberField
        name="Speed"
        unit="mm/s"
        step={1}
        value={request.speedMmS ?? speed}
        onChange={speedMmS => change(request, { speedMmS })}
      />
      <NumberField
        name="Length"
        unit="mm"
        step={5}
        value={request.lengthMm ?? length}
        onChange={lengthMm => change(request, { lengthMm })}
      />
      <div className="flex items-center gap-1 text-control">
        <span className="font-semibold">Edge</span>
        {edges.map(to => (
          <Button
            small
            key={to}
            aria-pressed={request.edge === to}
            className={request.edge === to ? 'border-ink font-semibold' : ''}
            onClick={() => change(request, { edge: request.edge === to ? undefined : to })}
          >
            {to}
          </Button>
        ))}
      </div>
      <div className="flex items-center gap-1 text-control">
        <span className="font-semibold">Turn</span>
        {(['x', 'y'] as const).map(axis => (
          <Button
            small
            key={axis}
            aria-pressed={request.mirror === axis}
            className={request.mirror === axis ? 'border-ink font-semibold' : ''}
            onClick={() => change(request, { mirror: request.mirror === axis ? undefined : axis })}
          >
            {axis === 'x' ? 'left for right' : 'front for back'}
          </Button>
        ))}
      </div>
    </div>
  )
}
