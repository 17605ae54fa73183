// The outcome of the script on both printers, side by side.
import type { PlanShown } from '../../state/api.ts'
import { Card } from '../../ui/Card.tsx'
import { OutcomeTable } from '../../ui/OutcomeTable.tsx'

type Props = { plan: PlanShown; from: string; to: string }

export function PlanOutcome({ plan: { before, after }, from, to }: Props) {
  const gone = [...new Set(before.findings.map(({ title }) => title))].filter(
    title => !after.findings.some(each => each.title === title),
  )
  return (
    <Card aria-label="The outcome on each printer">
      <OutcomeTable
        sides={[
          { ...before, name: from },
          { ...after, name: to },
        ]}
      />
      {gone.length > 0 && (
        <p className="mt-2 text-control text-soft">
          Only on {from}: {gone.join('; ')}.
        </p>
      )}
    </Card>
  )
}
