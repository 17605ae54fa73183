// Shows the origin of a script that was carried over, and later changes of the original, which can be carried over too.
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { originWords } from '../../core/model/came-from.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { changedLines } from '../lib/changed.ts'
import { useCommand } from '../lib/useCommand.ts'
import { api } from '../state/api.ts'
import { Button } from './Button.tsx'
import { Card } from './Card.tsx'
import { DialogEnd } from './DialogEnd.tsx'
import { Field, fieldLook } from './Field.tsx'
import { LineChanges } from './LineChanges.tsx'
import { Panel } from './Panel.tsx'
import { PageLink } from './Press.tsx'

type After = Awaited<ReturnType<typeof api.carriedAfter>>

const useAfter = ({ id, revisionId, carried }: SavedScript) =>
  useQuery({
    queryKey: ['carried after', id, revisionId],
    enabled: carried,
    queryFn: () => api.carriedAfter(id),
    retry: false,
  })

/** “From Dunlin, Everyday, revision 4”, with a link if the original still exists. */
const Origin = ({ from, original }: Pick<After, 'from' | 'original'>) => {
  const words = originWords(from)
  return original ? (
    <>
      From{' '}
      <PageLink to={`/history/${original.id}`} className="underline hover:text-heat">
        {words}
      </PageLink>
      .
    </>
  ) : (
    <>From {words}, which is no longer on the shelf.</>
  )
}

/** For the Desk: shown only if the original has changed. */
export function ChangedSince({ script }: { script: SavedScript }) {
  const { data } = useAfter(script)
  if (!data?.change || !data.original) return null
  return (
    <p
      role="status"
      className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 rounded-card border border-rule bg-heat-fill px-3 py-1.5 text-body"
    >
      <span className="min-w-0 flex-1">
        <b>“{data.original.name}” has changed since</b> this was carried over from it
        {data.original.note && `: ${data.original.note}`}
      </span>
      <PageLink to={`/history/${script.id}`} className="text-heat underline">
        Carry that change over too…
      </PageLink>
    </p>
  )
}

/** For the History: the origin, and the later change that can be carried over. */
export function CameFrom({ script }: { script: SavedScript }) {
  const { data } = useAfter(script)
  const [open, setOpen] = useState(false)
  if (!data) return null
  const { from, original, change } = data
  return (
    <Card flush aria-label="Where it came from" className="px-4 py-2.5">
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span>
          <Origin from={from} original={original} />{' '}
          {original && change && (
            <b>
              It has changed since: revision {original.revision}
              {original.note && `, “${original.note}”`}.
            </b>
          )}
        </span>
        {original && change?.ok && (
          <Button main className="ml-auto" onClick={() => setOpen(true)}>
            Carry that change over too…
          </Button>
        )}
      </p>
      {change && !change.ok && <p className="mt-1 text-control text-warn">{change.why}</p>}
      {open && original && change?.ok && (
        <AfterPanel script={script} after={{ ...data, original, change }} onClose={() => setOpen(false)} />
      )}
    </Card>
  )
}

type Changed = {
  original: NonNullable<After['original']>
  change: Extract<NonNullable<After['change']>, { ok: true }>
  from: After['from']
}

function AfterPanel({ script, after, onClose }: { script: SavedScript; after: Changed; onClose: () => void }) {
  const { original, change, from } = after
  const noteText = original.note ? `: ${original.note}` : '.'
  const [note, setNote] = useState(`From ${originWords({ ...original, script: original.name })}${noteText}`)
  const rows = useMemo(() => changedLines(script.text, change.text), [script.text, change.text])
  const saving = useCommand(async () => {
    const { id, printerId, moment, revision: base, identity } = script
    const cameFrom = { revisionId: original.revisionId, asked: from.asked }
    await api.save(id, { printerId, moment, base, identity, text: change.text, note, cameFrom })
    onClose()
  })
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="Carry that change over too"
      about={`What changed in “${original.name}” since revision ${from.revision}, as this printer takes it. Your own changes stay.`}
    >
      {rows.length > 0 ? (
        <LineChanges rows={rows} label="Lines that change" className="max-h-72" />
      ) : (
        <p>It changes nothing in this script, which stays as it is and remembers the newer revision.</p>
      )}
      <div className="mt-3">
        <Field name="Note">
          {id => (
            <input
              id={id}
              value={note}
              maxLength={500}
              onChange={event => setNote(event.target.value)}
              className={fieldLook}
            />
          )}
        </Field>
      </div>
      <DialogEnd
        refusal={saving.problem}
        onClose={onClose}
        go="Save it as the next revision"
        onGo={() => void saving.run()}
      />
    </Panel>
  )
}
