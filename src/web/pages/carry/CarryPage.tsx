// Carry over: a script on a different printer, with both texts by passages, both beds, questions, and each change to
// accept or refuse.
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import type { CarryOptions } from '../../../core/model/came-from.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Printer } from '../../../core/model/printer.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api, type PlanShown, type Things } from '../../state/api.ts'
import { useScript, useThings } from '../../state/queries.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { Choice, printerOption } from '../../ui/Choice.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { itsOrigin, noOptions, withRefused } from './carry-options.ts'
import { IntoScript } from './IntoScript.tsx'
import { NewFindings } from './NewFindings.tsx'
import { PlanBeds } from './PlanBeds.tsx'
import { PlanOutcome } from './PlanOutcome.tsx'
import { PlanText } from './PlanText.tsx'
import { Questions } from './Questions.tsx'

export function CarryPage() {
  const { id = '' } = useParams()
  const [search] = useSearchParams()
  const [script, things] = [useScript(id), useThings()]
  if (!script.data || !things.data) return <Pending on={[script, things]} what="the script" />
  const call = search.get('call')
  if (script.data.file !== null && call === null)
    return (
      <div className="p-6">
        <Notice>A config or macro file stays with its printer. What it runs is carried over from the Desk.</Notice>
      </div>
    )
  const carried = script.data.file !== null && call !== null ? { ...script.data, text: call, name: call } : script.data
  return <OneScript key={id} script={carried} things={things.data} />
}

/** `script` is the script to carry over; of a config or macro file, the line that calls it. */
type Props = { script: SavedScript; things: Things }

/** Parses `12-40`; null for the whole script. */
const linesIn = (words: string | null): CarryOptions['lines'] => {
  const [, first, last] = /^(\d+)-(\d+)$/.exec(words ?? '') ?? []
  return first && last ? { first: Number(first), last: Number(last) } : null
}

function OneScript({ script, things }: Props) {
  const [search, setSearch] = useSearchParams()
  const own = things.printers.find(({ id }) => id === script.printerId)
  const lines = linesIn(search.get('lines'))
  // A passage can also go into a different script of the same printer.
  const others = things.printers.filter(({ id }) => lines !== null || id !== script.printerId)
  const to = others.find(({ id }) => String(id) === search.get('to')) ?? others[0]
  useTitle(`Carry over ${script.name}`)
  if (!own || !to)
    return (
      <div className="p-6">
        <Notice>There is no other printer to carry it to. Describe one on the shelf first.</Notice>
      </div>
    )
  return (
    <Planned
      key={to.id}
      script={script}
      from={own.data}
      to={to}
      lines={lines}
      choice={
        <Choice
          name="To"
          value={String(to.id)}
          options={others.map(({ id, data }) => printerOption(id, data))}
          onChange={chosen => {
            const next = new URLSearchParams(search)
            next.set('to', chosen)
            setSearch(next)
          }}
        />
      }
    />
  )
}

type PlannedProps = {
  script: SavedScript
  from: Printer
  to: { id: number; data: Printer }
  lines: CarryOptions['lines']
  choice: React.ReactNode
}

function Planned({ script, from, to, lines, choice }: PlannedProps) {
  const navigate = useNavigate()
  const [asked, setAsked] = useState<CarryOptions>({ ...noOptions, lines })
  const [saving, setSaving] = useState(false)
  const { text, moment } = script
  const plan = useQuery({
    queryKey: ['carry', script.id, script.revisionId, to.id, asked],
    queryFn: () => api.planCarry({ text, moment, from: script.printerId, to: to.id, asked }),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const shown = plan.data
  return (
    <Page
      title="Carry over"
      intro={
        <>
          {lines ? `Lines ${lines.first}–${lines.last} of “${script.name}”` : `“${script.name}”`} of {from.name},{' '}
          {momentFacts[moment].when}, carried over to {to.data.name} by the meaning of each line.{' '}
          {!lines && script.file === null && (
            <PageLink to={`/carry/${script.id}/several`} className="whitespace-nowrap text-heat underline">
              To several printers…
            </PageLink>
          )}
        </>
      }
      actions={
        <>
          {choice}
          {!lines && (
            <Button main disabled={!shown || plan.isFetching} onClick={() => setSaving(true)}>
              Save as a new script…
            </Button>
          )}
        </>
      }
    >
      {plan.error && (
        <div>
          <Notice>
            {plan.error.message}{' '}
            <Button small onClick={() => setAsked({ ...noOptions, lines })}>
              Start again
            </Button>
          </Notice>
        </div>
      )}
      {!shown && !plan.error && <p className="text-soft">Carrying it over…</p>}
      {shown && (
        <div
          aria-busy={plan.isFetching}
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,380px)] gap-5 max-wide:grid-cols-1"
        >
          <div className="grid content-start gap-4">
            <NewFindings plan={shown} to={to.data.name} />
            {lines && <IntoScript script={script} to={to} plan={shown} />}
            <Questions asks={shown.asks} asked={asked} onAsked={setAsked} />
            <PlanText
              plan={shown}
              from={from.name}
              to={to.data.name}
              refused={asked.refused}
              onRefuse={(id, refused) => setAsked(withRefused(asked, id, refused))}
            />
          </div>
          <div className="grid content-start gap-4">
            <PlanBeds plan={shown} from={from} to={to.data} />
            <PlanOutcome plan={shown} from={from.name} to={to.data.name} />
            <label className="flex items-start gap-2 rounded-card border border-rule bg-raised px-4 py-3 text-control">
              <input
                type="checkbox"
                className="mt-1"
                checked={asked.heatsAsValues}
                onChange={event => setAsked({ ...asked, heatsAsValues: event.target.checked })}
              />
              <span>
                <b>Temperatures follow the material</b>
                <span className="block text-soft">
                  Where a number is the material’s own, it becomes @nozzle or @bed.
                </span>
              </span>
            </label>
          </div>
        </div>
      )}
      {saving && shown && (
        <SaveCarried
          script={script}
          from={from}
          to={to}
          plan={shown}
          asked={asked}
          onSaved={id => void navigate(`/desk/${id}`)}
          onClose={() => setSaving(false)}
        />
      )}
    </Page>
  )
}

type SaveProps = {
  script: SavedScript
  from: Printer
  to: { id: number; data: Printer }
  plan: PlanShown
  asked: CarryOptions
  onSaved: (id: number) => void
  onClose: () => void
}

function SaveCarried({ script, from, to, plan, asked, onSaved, onClose }: SaveProps) {
  const open = plan.asks.filter(({ answered }) => !answered)
  return (
    <AskPanel
      title={`Save it for ${to.data.name}`}
      about={
        open.length > 0
          ? `${open.length === 1 ? 'A question is' : `${open.length} questions are`} not answered; the proposed answers are used.`
          : `A script of ${to.data.name} from now on. It remembers where it came from.`
      }
      fields={[
        { name: 'Name', value: `${script.name}, ${to.data.name}`, needed: true },
        { name: 'Note', value: `From ${itsOrigin(script, from)}.`, max: 500 },
      ]}
      go="Save the script"
      onGo={async ([name = '', note = '']) => {
        const { text } = plan
        // A call is not the text of a revision, so later changes could not be followed.
        const cameFrom = script.file === null ? { revisionId: script.revisionId, asked } : undefined
        const made = await api.add({
          name,
          note,
          text,
          printerId: to.id,
          moment: script.moment,
          ...(cameFrom && { cameFrom }),
        })
        if (made) onSaved(made.id)
      }}
      onClose={onClose}
    />
  )
}
