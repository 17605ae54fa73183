// Refrains: passages that several scripts share. A change is shown for every script that has the refrain, and rolled
// out to the chosen ones.
import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import * as v from 'valibot'
import { plural } from '../../../core/format.ts'
import { Note } from '../../../core/model/script.ts'
import type { SavedRefrain, SavedScript } from '../../../core/model/stored.ts'
import { keptApart, RefrainText, rolledOut } from '../../../core/script/refrains.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { type Form, useForm } from '../../lib/useForm.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { howLongAgo } from '../../lib/words.ts'
import { api, type Things } from '../../state/api.ts'
import { useRefrains, useScriptsWith, useThings } from '../../state/queries.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { EmptyState } from '../../ui/Card.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { LeaveDialog } from '../../ui/LeaveDialog.tsx'
import { OtherDrafts } from '../../ui/OtherDrafts.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Press } from '../../ui/Press.tsx'
import { RollOut } from './RollOut.tsx'

export function Refrains() {
  const [search, setSearch] = useSearchParams()
  useTitle('Refrains')
  const [refrains, asked] = [useRefrains(), useThings()]
  const [all, things] = [refrains.data, asked.data]
  const [making, setMaking] = useState(false)
  const chosen = all?.find(({ id }) => String(id) === search.get('refrain')) ?? all?.[0]
  return (
    <Page
      title="Refrains"
      intro="A refrain is a passage shared by many scripts. Change it here, see the effect on each script, and roll it out to those you tick."
      actions={<Button onClick={() => setMaking(true)}>New refrain</Button>}
    >
      {(!all || !things) && <Pending on={[refrains, asked]} what="the refrains" />}
      {all?.length === 0 && (
        <EmptyState>
          No refrain yet. On the Desk, open the outline of a script and choose “Make it a refrain” in the menu of a
          passage.
        </EmptyState>
      )}
      {all && all.length > 0 && things && (
        <div className="grid grid-cols-[230px_minmax(0,1fr)] gap-6 max-tablet:grid-cols-1">
          <nav aria-label="Refrains">
            <ul>
              {all.map(({ id, name, revision, changedAt }) => (
                <li key={id}>
                  <Press
                    aria-current={id === chosen?.id ? 'true' : undefined}
                    onClick={() => setSearch({ refrain: String(id) })}
                    className={`w-full rounded-button px-3 py-1.5 text-left ${id === chosen?.id ? 'bg-sunk' : 'hover:bg-sunk'}`}
                  >
                    <span className="block truncate font-semibold">{name}</span>
                    <span className="text-small text-soft">
                      revision {revision}, {howLongAgo(changedAt, new Date())}
                    </span>
                  </Press>
                </li>
              ))}
            </ul>
          </nav>
          {chosen && <OneRefrain key={`${chosen.id} ${chosen.revision}`} refrain={chosen} things={things} />}
        </div>
      )}
      {making && (
        <AskPanel
          title="A new refrain"
          about="Its lines are written afterwards; on the Desk it can be added to a script."
          fields={[{ name: 'Name of the refrain', value: '', max: 80, needed: true }]}
          go="Save it"
          onGo={async ([name = '']) => {
            const { id } = await api.addRefrain({ name, text: '; what it does\n', note: '' })
            setSearch({ refrain: String(id) })
          }}
          onClose={() => setMaking(false)}
        />
      )}
    </Page>
  )
}

const Writing = v.object({ text: RefrainText, note: Note })
type Writing = v.InferOutput<typeof Writing>

type OneProps = {
  refrain: SavedRefrain
  things: Things
}

type Change = { text: string | null; scripts: { script: SavedScript; after: string }[]; note: string }

/** Saves a new text of the refrain, unless it is null, and the scripts with it. */
const rollOut = (refrain: SavedRefrain, { text, scripts, note }: Change) =>
  api.rollOut(refrain.id, {
    base: refrain.revision,
    text,
    note,
    scripts: scripts.map(({ script, after }) => ({
      id: script.id,
      variant: script.variantId,
      base: script.revision,
      text: after,
    })),
  })

function OneRefrain({ refrain, things }: OneProps) {
  const form: Form<Writing> = useForm<Writing>({
    key: `refrain ${refrain.id}`,
    schema: Writing,
    saved: { text: refrain.text, note: '' },
    of: refrain.name,
    send: () => rollOut(refrain, { text: changed ? text : null, scripts: landing, note: reason }),
  })
  const { text, note } = form.value
  const setText = (to: string) => form.fields.setValue('text', to)
  const query = useScriptsWith(refrain.id)
  const scripts = query.data ?? null
  const [unticked, setUnticked] = useState<ReadonlySet<number>>(new Set())
  const changed = text !== refrain.text
  const landings = useMemo(
    () => (scripts ?? []).map(script => ({ script, after: rolledOut(script.text, refrain.name, text) })),
    [scripts, refrain.name, text],
  )
  const landing = landings.filter(
    ({ script, after }) => after !== script.text && !unticked.has(script.id) && !script.stock,
  )
  const keepingApart = useCommand((script: SavedScript) =>
    rollOut(refrain, {
      text: null,
      note: `“${refrain.name}” detached`,
      scripts: [{ script, after: keptApart(script.text, refrain.name) }],
    }),
  )
  const reason = note.trim() || `refrain “${refrain.name}” changed`
  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-4">
      <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-5 max-tablet:grid-cols-1">
        <Field name={refrain.name} hint="its lines, the same in every script">
          {id => (
            <textarea
              id={id}
              {...form.fields.register('text')}
              rows={Math.min(14, Math.max(6, text.split('\n').length + 1))}
              spellCheck={false}
              className={`${fieldLook} font-mono text-control leading-[20px]`}
            />
          )}
        </Field>
        <div className="grid content-start gap-3">
          <Field name="Why" hint="is shown in the history of each script">
            {id => <input id={id} maxLength={500} {...form.fields.register('note')} className={fieldLook} />}
          </Field>
          <Button
            main
            disabled={!changed && landing.length === 0}
            onClick={() => void form.submit()}
            className="justify-center"
          >
            {landing.length > 0 ? `Roll out to ${plural(landing.length, 'script')}` : 'Save without rolling out'}
          </Button>
          {changed && <Button onClick={() => setText(refrain.text)}>Back to revision {refrain.revision}</Button>}
          <Detach refrain={refrain} />
        </div>
      </div>
      <Failed why={form.refusal} />
      <Failed why={keepingApart.problem} onRetry={keepingApart.retry} />
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
      {form.changed && form.waited && <p className="text-control text-warn">{form.waited}</p>}
      <OtherDrafts form={form} />
      <LeaveDialog what={`the refrain “${refrain.name}”`} changed={form.changed} save={form.submit} undo={form.undo} />
      <RollOut
        refrain={refrain}
        text={text}
        landings={landings}
        waiting={scripts === null}
        things={things}
        unticked={unticked}
        onTick={(id, ticked) => {
          const next = new Set(unticked)
          if (ticked) next.delete(id)
          else next.add(id)
          setUnticked(next)
        }}
        onKeepApart={script => void keepingApart.run(script)}
        onMakeMaster={setText}
      />
    </div>
  )
}

function Detach({ refrain }: { refrain: SavedRefrain }) {
  const [asking, setAsking] = useState(false)
  return (
    <>
      <Press onClick={() => setAsking(true)} className="text-left text-control text-soft underline hover:text-bad">
        Detach this refrain…
      </Press>
      {asking && (
        <Confirm
          title={`Detach “${refrain.name}” everywhere`}
          about="The scripts keep their lines. The refrain stays in the bin for 30 days and can be put back from the Workshop."
          go="Detach it"
          onGo={() => api.removeRefrain(refrain.id)}
          onClose={() => setAsking(false)}
        />
      )}
    </>
  )
}
