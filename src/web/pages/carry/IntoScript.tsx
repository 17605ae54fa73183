// Inserts a passage into a different script: which script, and where; it becomes an unsaved change of that script.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { applyEdits } from '../../../core/model/script.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api, type PlanShown } from '../../state/api.ts'
import { useShelf } from '../../state/queries.ts'
import { asUnsavedChange } from '../../state/unsaved.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Pending } from '../../ui/Pending.tsx'

type Props = { script: SavedScript; to: { id: number; data: Printer }; plan: PlanShown }

export function IntoScript({ script, to, plan }: Props) {
  const navigate = useNavigate()
  const shelf = useShelf()
  const scripts = (shelf.data?.printers.find(({ id }) => id === to.id)?.scripts ?? []).filter(
    ({ id }) => id !== script.id,
  )
  const usual = scripts.find(({ moment }) => moment === script.moment) ?? scripts[0]
  const [chosen, setChosen] = useState<number | null>(null)
  const [place, setPlace] = useState<number | null>(null)
  const targetId = chosen ?? usual?.id ?? null
  const { text: part, kind } = plan
  const query = useQuery({
    queryKey: ['into', targetId, part, kind],
    enabled: targetId !== null,
    queryFn: async () => {
      const target = await api.script(String(targetId))
      const { text, printerId, moment } = target
      return { target, ...(await api.placesInto({ text, printerId, moment, kind, part })) }
    },
  })
  const putting = useCommand(() => put())
  if (!shelf.data) return <Pending on={[shelf]} what="its scripts" />
  if (targetId === null)
    return (
      <Notice>
        {to.data.name} has no script yet that the passage could go into. Carry the whole script over first.
      </Notice>
    )
  const found = query.data
  const at = place ?? found?.proposed ?? 0
  const put = async () => {
    const edit = found?.places[at]?.edit
    if (!found || !edit) return
    await asUnsavedChange(found.target.id, applyEdits(found.target.text, [edit]), found.target.text)
    await navigate(`/desk/${found.target.id}`)
  }
  return (
    <Card aria-label="Where it goes" title="Copy it to another script">
      <div className="mt-1 flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice
          name="Into"
          value={String(targetId)}
          options={scripts.map(({ id, name, moment }) => ({
            value: String(id),
            label: name,
            about: momentFacts[moment].when,
          }))}
          onChange={id => {
            setChosen(Number(id))
            setPlace(null)
          }}
        />
        {found && (
          <Choice
            name={place === null || place === found.proposed ? 'Place, proposed' : 'Place'}
            value={String(at)}
            options={found.places.map(({ label }, i) => ({ value: String(i), label }))}
            onChange={i => setPlace(Number(i))}
          />
        )}
        <Button main className="ml-auto" disabled={!found} onClick={() => void putting.run()}>
          Insert it there, on the Desk
        </Button>
      </div>
      <p className="mt-1 text-small text-soft">It opens on the Desk as a change that is not saved yet.</p>
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
      <Failed why={putting.problem} onRetry={putting.retry} />
    </Card>
  )
}
