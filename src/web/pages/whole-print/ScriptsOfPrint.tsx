// The scripts that a whole print runs at each moment, and a way to begin one for a moment that has none.
import { useNavigate } from 'react-router'
import { Moment, momentFacts } from '../../../core/model/moment.ts'
import { beginDraft } from '../../drafts/scripts.ts'
import type { scriptsByMoment } from '../../state/scripts-by-moment.ts'
import { Card } from '../../ui/Card.tsx'
import { Choice } from '../../ui/Choice.tsx'

type Props = {
  printerId: number
  byMoment: ReturnType<typeof scriptsByMoment>
  /** The names of the scripts that are run with unsaved changes. */
  unsaved: readonly string[]
  /** `id` is null for a moment without a script. */
  onPick: (moment: Moment, id: number | null) => void
}

export function ScriptsOfPrint({ printerId, byMoment, unsaved, onPick }: Props) {
  const navigate = useNavigate()
  return (
    <Card aria-label="Scripts of this print" title="Scripts">
      <ul className="grid gap-1.5 pt-1">
        {byMoment.map(({ moment, heads, taken }) => (
          <li key={moment}>
            <Choice
              name={momentFacts[moment].when}
              value={taken ? String(taken.id) : 'none'}
              options={[
                ...heads.map(({ id, name, variant, variants }) => ({
                  value: String(id),
                  label: name,
                  about: variants > 1 ? variant : '',
                })),
                { value: 'none', label: 'none', about: 'as if there were no script at this moment' },
              ]}
              onChange={value => onPick(moment, value === 'none' ? null : Number(value))}
            />
          </li>
        ))}
      </ul>
      <div className="pt-2">
        <Choice
          name="A script at another moment"
          value=""
          options={Moment.options
            .filter(moment => !byMoment.some(each => each.moment === moment))
            .map(moment => ({ value: moment, label: momentFacts[moment].when }))}
          onChange={moment => void beginDraft('', '', printerId, moment as Moment).then(address => navigate(address))}
          empty="choose when it runs"
        />
      </div>
      {unsaved.length > 0 && (
        <p className="pt-2 text-control text-soft">With your changes that are not saved yet: {unsaved.join(', ')}.</p>
      )}
    </Card>
  )
}
