// Carries one script to all chosen printers: a table of their needs, with questions and changes one click away.
import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { freeName, nameKey } from '../../../core/model/script.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api, type Things } from '../../state/api.ts'
import { useScript, useShelf, useThings } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { itsOrigin, noOptions } from './carry-options.ts'
import { PlanCells, PlanTable, TickCell, ticking } from './PlanTable.tsx'

export function CarryToSeveral() {
  const { id = '' } = useParams()
  const [script, things, shelf] = [useScript(id), useThings(), useShelf()]
  if (!script.data || !things.data || !shelf.data) return <Pending on={[script, things, shelf]} what="the script" />
  const names = new Set(shelf.data.printers.flatMap(({ scripts }) => scripts.map(({ name }) => nameKey(name))))
  const own = things.data.printers.find(each => each.id === script.data.printerId)?.data
  if (!own) return <Notice>Its printer is no longer on the shelf.</Notice>
  return <ToSeveral key={id} script={script.data} own={own} things={things.data} names={names} />
}

type Props = { script: SavedScript; own: Printer; things: Things; names: ReadonlySet<string> }
type Landed = { id: number; name: string }

function ToSeveral({ script, own, things, names }: Props) {
  useTitle(`Carry over ${script.name} to several`)
  const { text, moment, printerId } = script
  const others = things.printers.filter(({ id }) => id !== printerId)
  const [unticked, setUnticked] = useState<ReadonlySet<number>>(new Set())
  const [landed, setLanded] = useState<ReadonlyMap<number, Landed>>(new Map())
  const plans = useQueries({
    queries: others.map(({ id }) => ({
      queryKey: ['carry', script.id, script.revisionId, id, noOptions],
      queryFn: () => api.planCarry({ text, moment, from: printerId, to: id, asked: noOptions }),
      retry: false,
    })),
  })
  const ready = others.filter(({ id }, i) => plans[i]?.data && !unticked.has(id) && !landed.has(id))
  const saving = useCommand(async () => {
    const failures: string[] = []
    for (const { id, data } of ready) {
      const plan = plans[others.findIndex(each => each.id === id)]?.data
      if (!plan) continue
      const made = await api
        .add({
          name: freeName(`${script.name}, ${data.name}`, name => names.has(nameKey(name))),
          note: `From ${itsOrigin(script, own)}.`,
          text: plan.text,
          printerId: id,
          moment,
          cameFrom: { revisionId: script.revisionId, asked: noOptions },
        })
        .catch((error: Error) => void failures.push(`Not saved for ${data.name}: ${error.message}`))
      if (made) setLanded(before => new Map(before).set(id, { id: made.id, name: made.name }))
    }
    if (failures.length > 0) throw new Error(failures.join(' '))
  })
  return (
    <Page
      title="Carry over to several"
      intro={
        <>
          “{script.name}” of {own.name}, {momentFacts[moment].when}, to each ticked printer.
        </>
      }
      actions={
        <Button main disabled={ready.length === 0 || saving.pending} onClick={() => void saving.run()}>
          Save {plural(ready.length, 'new script')}
        </Button>
      }
    >
      <Failed why={saving.problem} onRetry={() => void saving.run()} />
      {others.length === 0 && <Notice>There is no other printer. Describe one on the shelf first.</Notice>}
      <PlanTable label="Printers" first="Printer" findings="Findings only there">
        <tbody>
          {others.map(({ id, data }, i) => {
            const query = plans[i]
            const done = landed.get(id)
            return (
              <tr key={id} className="border-t border-rule align-baseline">
                <TickCell
                  name={data.name}
                  about={data.about}
                  ticked={!unticked.has(id)}
                  disabled={!query?.data || done !== undefined}
                  onTick={ticked => setUnticked(ticking(unticked, id, !ticked))}
                />
                <PlanCells query={query} />
                <td className="py-2 pr-3 text-control">
                  {done ? (
                    <PageLink to={`/desk/${done.id}`} className="text-heat underline">
                      Saved: open it
                    </PageLink>
                  ) : (
                    <PageLink to={`/carry/${script.id}?to=${id}`} className="text-heat underline">
                      Line by line
                    </PageLink>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </PlanTable>
    </Page>
  )
}
