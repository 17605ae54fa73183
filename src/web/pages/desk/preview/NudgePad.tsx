// The distance by which a passage is shifted, typed or by arrow keys; the preview follows at once.
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import type { Shift } from '../../../../core/script/edits/nudge.ts'
import { propose } from '../../../state/preview.ts'
import { Press } from '../../../ui/Press.tsx'
import { NumberField } from './NumberField.tsx'

type Nudge = Extract<EditRequest, { do: 'nudge' }>

const stepMm = 0.5
const arrows: Record<string, [keyof Shift, number]> = {
  ArrowLeft: ['x', -1],
  ArrowRight: ['x', 1],
  ArrowDown: ['y', -1],
  ArrowUp: ['y', 1],
  PageUp: ['z', 0.1],
  PageDown: ['z', -0.1],
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000

export function NudgePad({ request }: { request: Nudge }) {
  const set = (shift: Shift) => void propose({ ...request, shift })
  const { shift } = request
  return (
    <div className="flex flex-wrap items-center gap-x-2.5 gap-y-1">
      {(['x', 'y', 'z'] as const).map(axis => (
        <NumberField
          key={axis}
          name={axis.toUpperCase()}
          unit="mm"
          step={axis === 'z' ? 0.05 : stepMm}
          value={shift[axis]}
          onChange={value => set({ ...shift, [axis]: rounded(value) })}
        />
      ))}
      <Press
        title={`Arrow keys: ${stepMm} mm, with Shift ${10 * stepMm} mm. Page Up and Page Down: 0.1 mm in Z.`}
        className="rounded-button border border-rule bg-paper px-2.5 py-0.5 text-small text-soft focus:border-ink focus:text-ink"
        onKeyDown={event => {
          const arrow = arrows[event.key]
          if (!arrow) return
          event.preventDefault()
          const [axis, sign] = arrow
          const by = axis === 'z' ? sign : sign * (event.shiftKey ? 10 * stepMm : stepMm)
          set({ ...shift, [axis]: rounded(shift[axis] + by) })
        }}
      >
        or arrow keys here
      </Press>
    </div>
  )
}
