// Imports the file of a shelf: shows what is new, equal or different, and asks what to do with each difference.
import { useState } from 'react'
import { plural } from '../../../core/format.ts'
import type { ArchiveDecision, ArchiveItem } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useDrop } from '../../lib/useDrop.ts'
import { api } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { FileButton } from '../../ui/FileButton.tsx'

type Props = { onDone: (sentence: string) => void }

const kindWords: Record<ArchiveItem['kind'], string> = {
  printers: 'printer',
  materials: 'material',
  jobs: 'job',
  vocabularies: 'vocabulary',
  taught: 'taught command',
  refrains: 'refrain',
  scripts: 'script',
}

const choices: Record<ArchiveDecision, string> = {
  mine: 'leave mine',
  theirs: 'take the file’s',
  both: 'keep both',
}

export function ImportShelf({ onDone }: Props) {
  const [looked, setLooked] = useState<{ name: string; file: File; items: ArchiveItem[] } | null>(null)
  const [decisions, setDecisions] = useState<Record<string, ArchiveDecision>>({})
  const looking = useCommand(async (file: File) => {
    setDecisions({})
    setLooked(null)
    const items = await api.lookIntoArchive(file).catch((error: Error) => {
      throw new Error(`“${file.name}”: ${error.message}`)
    })
    setLooked({ name: file.name, file, items })
  })
  const look = (file: File | undefined) => file && void looking.run(file)
  const { over, handlers } = useDrop(data => look(data.files[0]))
  const importing = useCommand(async () => {
    if (!looked) return
    await api.importArchive(looked.file, decisions)
    setLooked(null)
    onDone(`“${looked.name}” is imported. A backup was made before.`)
  })
  const of = (is: ArchiveItem['is']) => looked?.items.filter(item => item.is === is) ?? []
  return (
    <section
      aria-labelledby="bring-in"
      {...handlers}
      className={`rounded-card border border-dashed border-heat px-5 py-4 ${over ? 'bg-heat-fill' : 'bg-raised'}`}
    >
      <h2 id="bring-in" className="font-serif text-heading font-semibold">
        Import a shelf
      </h2>
      <p className="mt-1 mb-3 text-body text-soft">
        Drop an exported file here. Before anything changes you see what is new, what is the same and what differs.
      </p>
      <FileButton label="A shelf’s file" accept=".zip" onFile={look}>
        Open a file
      </FileButton>
      <div className="mt-3 empty:hidden">
        <Failed why={looking.problem} onRetry={looking.retry} />
        <Failed why={importing.problem} onRetry={importing.retry} />
      </div>
      {looked && (
        <div className="mt-4 border-t border-rule pt-3">
          <p className="font-semibold">
            {looked.name}: {of('new').length} new, {of('same').length} the same, {of('differs').length} different
          </p>
          {of('new').length > 0 && (
            <p className="max-h-20 overflow-auto text-control text-soft">
              New:{' '}
              {of('new')
                .map(({ kind, name }) => `${name} (${kindWords[kind]})`)
                .join(', ')}
            </p>
          )}
          <ul className="mt-2 max-h-56 overflow-auto">
            {of('differs').map(({ kind, name, words }) => {
              const key = `${kind} ${name}`
              return (
                <li key={key} className="flex items-center gap-2 border-t border-rule py-1 text-control">
                  <span className="min-w-0 flex-1">
                    <b>{name}</b>{' '}
                    <span className="text-soft">{[kindWords[kind], words].filter(Boolean).join(', ')}</span>
                  </span>
                  <select
                    aria-label={`What becomes of ${name}`}
                    value={decisions[key] ?? 'mine'}
                    onChange={event => setDecisions({ ...decisions, [key]: event.target.value as ArchiveDecision })}
                    className="rounded-button border border-rule bg-paper px-2 py-0.5"
                  >
                    {Object.entries(choices)
                      .filter(([choice]) => choice !== 'both' || kind !== 'taught')
                      .map(([choice, label]) => (
                        <option key={choice} value={choice}>
                          {label}
                        </option>
                      ))}
                  </select>
                </li>
              )
            })}
          </ul>
          {of('differs').length > 0 && (
            <p className="mt-1 text-small text-soft">
              A script that is replaced by one from the file goes into the bin, with its history.
            </p>
          )}
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={() => setLooked(null)}>Leave it</Button>
            <Button
              main
              disabled={of('new').length === 0 && Object.values(decisions).every(decision => decision === 'mine')}
              onClick={() => void importing.run()}
            >
              Bring in{' '}
              {plural(of('new').length + Object.values(decisions).filter(each => each !== 'mine').length, 'thing')}
            </Button>
          </div>
        </div>
      )}
    </section>
  )
}
