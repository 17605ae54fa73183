// What happens between probing and full heat: where the head waits, and how long the printer settles.
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import { propose } from '../../../state/preview.ts'
import { NumberField } from './NumberField.tsx'

type Probe = Extract<EditRequest, { do: 'probe-without-ooze' }>

export function ProbePad({ request }: { request: Probe }) {
  const set = (change: Partial<Probe['how']>) => void propose({ ...request, how: { ...request.how, ...change } })
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <NumberField
        name="Heat over the corner, up"
        unit="mm (0: where it is)"
        step={5}
        value={request.how.cornerLiftMm}
        onChange={cornerLiftMm => set({ cornerLiftMm })}
      />
      <NumberField
        name="Then settle"
        unit="s"
        step={1}
        value={request.how.settleS}
        onChange={settleS => set({ settleS })}
      />
    </div>
  )
}
