// One script carried to all ticked printers: what each needs in a table, questions and changes one click away.
import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { duration, plural } from '../../../core/format.ts'
import type { SavedScript } from '../../../core/model/kept.ts'
import { Button } from '../../parts/Button.tsx'
import { Notice } from '../../parts/Notice.tsx'
import { PageLink } from '../../parts/Press.tsx'
import { seriousOf } from '../../parts/Severity.tsx'
import { useTitle } from '../../parts/useTitle.ts'
import { Waiting } from '../../parts/Waiting.tsx'
import { momentWords } from '../../parts/words.ts'
import { api, type Things } from '../../state/api.ts'
import { useScript, useShelf, useThings } from '../../state/asking.ts'
import { changesOf, needsOf, nothingAsked } from './asked.ts'
import { countedKinds } from './kinds.ts'

export function CarryToSeveral() {
  const { id = '' } = useParams()
  const [script, things, shelf] = [useScript(id), useThings(), useShelf()]
  if (!script.data || !things.data || !shelf.data) return <Waiting on={[script, things, shelf]} what="the script" />
  const names = new Set(shelf.data.printers.flatMap(({ scripts }) => scripts.map(({ name }) => name.toLowerCase())))
  return <ToSeveral key={id} script={script.data} things={things.data} names={names} />
}

type Props = { script: SavedScript; things: Things; names: ReadonlySet<string> }
type Landed = { id: number; name: string }

function ToSeveral({ script, things, names }: Props) {
  useTitle(`Carry over ${script.name} to several`)
  const { text, moment, printerId } = script
  const own = things.printers.find(({ id }) => id === printerId)?.data
  const others = things.printers.filter(({ id }) => id !== printerId)
  const [unticked, setUnticked] = useState<ReadonlySet<number>>(new Set())
  const [landed, setLanded] = useState<ReadonlyMap<number, Landed | string>>(new Map())
  const [busy, setBusy] = useState(false)
  const plans = useQueries({
    queries: others.map(({ id }) => ({
      queryKey: ['carry', script.id, script.revisionId, id, nothingAsked],
      queryFn: () => api.planCarry({ text, moment, from: printerId, to: id, asked: nothingAsked }),
      retry: false,
    })),
  })
  const ready = others.filter(({ id }, i) => plans[i]?.data && !unticked.has(id) && !landed.has(id))
  const save = async () => {
    setBusy(true)
    const done = new Map(landed)
    for (const { id, data } of ready) {
      const plan = plans[others.findIndex(each => each.id === id)]?.data
      if (!plan) continue
      try {
        const made = await api.add({
          name: freeName(`${script.name}, ${data.name}`, names),
          note: `From ${own?.name}, ${script.name}, revision ${script.revision}.`,
          text: plan.text,
          printerId: id,
          moment,
          cameFrom: { revisionId: script.revisionId, asked: nothingAsked },
        })
        if (made) done.set(id, { id: made.id, name: made.name })
      } catch (error) {
        done.set(id, (error as Error).message)
      }
      setLanded(new Map(done))
    }
    setBusy(false)
  }
  return (
    <div className="mx-auto max-w-[1320px] px-6 py-5 max-[899px]:px-3">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1">
          <h1 className="font-serif text-[27px] font-semibold">Carry over to several</h1>
          <p className="text-soft">
            “{script.name}” of {own?.name}, {momentWords[moment]}, to each ticked printer.
          </p>
        </div>
        <Button main disabled={ready.length === 0 || busy} onClick={() => void save()}>
          Save {plural(ready.length, 'new script')}
        </Button>
      </div>
      {others.length === 0 && <Notice>There is no other printer. Describe one on the shelf first.</Notice>}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls can be reached by keyboard */}
      <section aria-label="Printers" tabIndex={0} className="mt-4 overflow-x-auto">
        <table className="w-full min-w-[860px] table-fixed rounded-card border border-rule bg-raised text-[15px]">
          <colgroup>
            <col className="w-[32%]" />
            <col className="w-[17%]" />
            <col className="w-[14%]" />
            <col className="w-[17%]" />
            <col className="w-[9%]" />
            <col />
          </colgroup>
          <thead className="text-left text-[13px] text-soft">
            <tr>
              <th className="py-1.5 pl-3 font-normal">Printer</th>
              <th className="py-1.5 font-normal">Lines</th>
              <th className="py-1.5 font-normal">Asks of you</th>
              <th className="py-1.5 font-normal">Findings only there</th>
              <th className="py-1.5 font-normal">Time</th>
              <th className="py-1.5 pr-3 font-normal">
                <span className="sr-only">More</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {others.map(({ id, data }, i) => {
              const plan = plans[i]?.data
              const done = landed.get(id)
              return (
                <tr key={id} className="border-t border-rule align-baseline">
                  <td className="py-2 pr-3 pl-3">
                    <label className="flex items-baseline gap-2">
                      <input
                        type="checkbox"
                        checked={!unticked.has(id)}
                        disabled={!plan || done !== undefined}
                        onChange={event => {
                          const next = new Set(unticked)
                          if (event.target.checked) next.delete(id)
                          else next.add(id)
                          setUnticked(next)
                        }}
                      />
                      <span>
                        <b>{data.name}</b>
                        <span className="block text-[13px] text-soft">{data.about}</span>
                      </span>
                    </label>
                  </td>
                  {plan ? (
                    <>
                      <td className="py-2 pr-3 text-[14px]">{countedKinds(changesOf(plan).map(({ kind }) => kind))}</td>
                      <td className="py-2 pr-3 text-[14px]">{needsOf(plan)}</td>
                      <td
                        className={`py-2 pr-3 text-[14px] ${seriousOf(plan.onlyThere).length ? 'font-semibold text-warn' : 'text-soft'}`}
                      >
                        {[...new Set(plan.onlyThere.map(({ title }) => title))].join('; ') || 'none'}
                      </td>
                      <td className="py-2 pr-3 whitespace-nowrap">{duration(plan.after.durationS)}</td>
                    </>
                  ) : (
                    <td colSpan={4} className="py-2 pr-3 text-soft">
                      {plans[i]?.error?.message ?? 'Carrying it over…'}
                    </td>
                  )}
                  <td className="py-2 pr-3 text-[14px]">
                    {typeof done === 'string' ? (
                      <span className="text-bad">{done}</span>
                    ) : done ? (
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
        </table>
      </section>
    </div>
  )
}

function freeName(wanted: string, names: ReadonlySet<string>): string {
  for (let i = 1; ; i++) {
    const name = i === 1 ? wanted : `${wanted} ${i}`
    if (!names.has(name.toLowerCase())) return name
  }
}
