// Stored items that can't be read: the reason, the raw text, and earlier versions. Everything else still works.
import { useState } from 'react'
import type { Unreadable } from '../../../core/model/stored.ts'
import { api } from '../../state/api.ts'
import { fileName, saveFile } from '../../state/files.ts'
import { Button } from '../../ui/Button.tsx'
import { Confirm } from '../../ui/Confirm.tsx'

const kindOf: Record<Unreadable['table'], string> = {
  printers: 'printer',
  materials: 'material',
  jobs: 'job',
  vocabularies: 'vocabulary',
  trials: 'trial',
  taught_commands: 'taught command',
}

type Props = { things: readonly Unreadable[]; attempt: (act: () => Promise<unknown>, done: string) => Promise<boolean> }

export function UnreadableItems({ things, attempt }: Props) {
  const [removing, setRemoving] = useState<Unreadable | null>(null)
  if (things.length === 0) return null
  return (
    <section aria-labelledby="cant-be-read" className="rounded-card border border-bad bg-raised px-5 py-4">
      <h2 id="cant-be-read" className="font-serif text-heading font-semibold">
        Can’t be read
      </h2>
      <p className="mt-1 text-body text-soft">
        Everything else works as usual. An export has these as they are stored, in its folder “left out”. Go back to an
        earlier version here, or to a backup below.
      </p>
      <ul>
        {things.map(thing => {
          const { table, id, name, why, raw, earlier } = thing
          const [last] = earlier
          return (
            <li key={`${table} ${id}`} className="border-b border-rule py-2 last:border-0">
              <div className="flex flex-wrap items-center gap-2">
                <p className="min-w-0 flex-1">
                  <b>{name}</b> ({kindOf[table]}): {why}
                </p>
                {last && (
                  <Button
                    small
                    onClick={() =>
                      void attempt(
                        () => api.restoreEarlier(thing, last.id),
                        `“${name}” is as it was before its last change.`,
                      )
                    }
                  >
                    Back to before its last change
                  </Button>
                )}
                <Button small onClick={() => saveFile(raw, `${fileName(name)}.json`)}>
                  Download
                </Button>
                <Button small onClick={() => setRemoving(thing)}>
                  Remove…
                </Button>
              </div>
              <details className="mt-1">
                <summary className="cursor-pointer text-control text-soft">Raw text, {raw.length} characters</summary>
                <pre className="mt-1 max-h-48 overflow-auto rounded-button border border-rule bg-paper p-2 font-mono text-small whitespace-pre-wrap">
                  {raw.slice(0, 20_000)}
                </pre>
              </details>
            </li>
          )
        })}
      </ul>
      {removing && (
        <Confirm
          title={`Remove “${removing.name}”`}
          about={
            removing.table === 'trials' || removing.table === 'taught_commands'
              ? 'It is deleted for good. Download it first if you want to keep what is in it.'
              : 'It goes into the bin for 30 days.'
          }
          go="Remove it"
          onGo={() => api.removeUnreadable(removing)}
          onClose={() => setRemoving(null)}
        />
      )}
    </section>
  )
}
