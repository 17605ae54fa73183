// What can be changed about a purge line, one thing at a time: amount, bead, speed, length, edge, direction. The preview follows.
import { beadWidthMm } from '../../../../core/machine/outcome.ts'
import { edges } from '../../../../core/script/edits/edge.ts'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import { Button } from '../../../parts/Button.tsx'
import type { Open } from '../../../state/desk.ts'
import { propose } from '../../../state/preview.ts'
import { NumberField } from './NumberField.tsx'

type Shape = Extract<EditRequest, { do: 'amount' | 'bead' | 'bead-width' | 'speed' | 'length' | 'edge' | 'mirror' }>

export const shapes = (request: EditRequest): request is Shape =>
  ['amount', 'bead', 'bead-width', 'speed', 'length', 'edge', 'mirror'].includes(request.do)

/** The purge's present bead, mm², speed, mm/s, and length, mm, as its first stroke has them; null where it lays none. */
function presently({ round }: Open, at: number): Record<'bead' | 'width' | 'speed' | 'length', number | null> {
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

export function ShapePad({ request, open }: { request: Shape; open: Open }) {
  const { at } = request
  const { bead, width, speed, length } = presently(open, at)
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <NumberField
        name="Amount"
        unit="%"
        step={5}
        value={request.do === 'amount' ? request.percent : 100}
        onChange={percent => void propose({ do: 'amount', at, percent })}
      />
      <NumberField
        name="Bead"
        unit="mm²"
        step={0.05}
        value={request.do === 'bead' ? request.areaMm2 : bead}
        onChange={areaMm2 => void propose({ do: 'bead', at, areaMm2 })}
      />
      <NumberField
        name="or wide"
        unit="mm"
        step={0.05}
        value={request.do === 'bead-width' ? request.widthMm : width}
        onChange={widthMm => void propose({ do: 'bead-width', at, widthMm })}
      />
      <NumberField
        name="Speed"
        unit="mm/s"
        step={1}
        value={request.do === 'speed' ? request.speedMmS : speed}
        onChange={speedMmS => void propose({ do: 'speed', at, speedMmS })}
      />
      <NumberField
        name="Length"
        unit="mm"
        step={5}
        value={request.do === 'length' ? request.lengthMm : length}
        onChange={lengthMm => void propose({ do: 'length', at, lengthMm })}
      />
      <div className="flex items-center gap-1 text-[14px]">
        <span className="font-semibold">Edge</span>
        {edges.map(to => (
          <Button
            small
            key={to}
            aria-pressed={request.do === 'edge' && request.to === to}
            className={request.do === 'edge' && request.to === to ? 'border-ink font-semibold' : ''}
            onClick={() => void propose({ do: 'edge', at, to })}
          >
            {to}
          </Button>
        ))}
      </div>
      <div className="flex items-center gap-1 text-[14px]">
        <span className="font-semibold">Turn</span>
        {(['x', 'y'] as const).map(axis => (
          <Button
            small
            key={axis}
            aria-pressed={request.do === 'mirror' && request.axis === axis}
            className={request.do === 'mirror' && request.axis === axis ? 'border-ink font-semibold' : ''}
            onClick={() => void propose({ do: 'mirror', at, axis })}
          >
            {axis === 'x' ? 'left for right' : 'front for back'}
          </Button>
        ))}
      </div>
    </div>
  )
}
