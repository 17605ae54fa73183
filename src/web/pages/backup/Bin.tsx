// The bin: items deleted in the last thirty days.
import { useState } from 'react'
import { momentFacts } from '../../../core/model/moment.ts'
import type { BinKind, Binned } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { howLongAgo } from '../../lib/words.ts'
import { ApiError, api } from '../../state/api.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { Failed } from '../../ui/Failed.tsx'

type Props = {
  days: number
  things: readonly Binned[]
  onSaid: (sentence: string) => void
}

const kindWords: Record<BinKind, string> = {
  scripts: 'script',
  variants: 'variant',
  refrains: 'refrain',
  printers: 'printer',
  materials: 'material',
  jobs: 'job',
  vocabularies: 'vocabulary',
}

/** “script of Dunlin, before the print”. */
const describe = ({ kind, whose, moment }: Binned): string =>
  [`${kindWords[kind]}${whose && ` of ${whose}`}`, moment && momentFacts[moment].when].filter(Boolean).join(', ')

export function Bin({ days, things, onSaid }: Props) {
  const [asking, setAsking] = useState<Binned | null>(null)
  const [renaming, setRenaming] = useState<{ thing: Binned; why: string } | null>(null)
  const puttingBack = useCommand(async (thing: Binned) => {
    await api.takeOut(thing, thing.name).then(
      () => onSaid(`“${thing.name}” is back.`),
      (error: Error) => {
        // The name has been used again meanwhile: asks for a new one.
        if (!(error instanceof ApiError && error.place === 'name')) throw error
        setRenaming({ thing, why: error.message })
      },
    )
  })
  return (
    <section aria-labelledby="bin">
      <h2 id="bin" className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">
        The bin
      </h2>
      {things.length === 0 && <p className="py-2 text-soft">Empty. Deleted things stay here for {days} days.</p>}
      <Failed why={puttingBack.problem} onRetry={puttingBack.retry} />
      <ul>
        {things.map(thing => (
          <li key={`${thing.kind} ${thing.id}`} className="flex items-center gap-2 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <span className="block truncate font-semibold">{thing.name}</span>
              <span className="text-control text-soft">
                {describe(thing)} · {howLongAgo(thing.binnedAt, new Date())}
              </span>
            </span>
            <Button small onClick={() => void puttingBack.run(thing)}>
              Put back
            </Button>
            <Button small onClick={() => setAsking(thing)}>
              For good…
            </Button>
          </li>
        ))}
      </ul>
      {asking && (
        <Confirm
          title={`Throw “${asking.name}” away for good`}
          about={
            asking.kind === 'scripts' || asking.kind === 'variants'
              ? 'All its revisions and trials go with it. Only a backup can bring it back.'
              : 'Only a backup can bring it back.'
          }
          go="Throw it away for good"
          onGo={async () => {
            await api.dropForGood(asking)
            onSaid(`“${asking.name}” is gone for good.`)
          }}
          onClose={() => setAsking(null)}
        />
      )}
      {renaming && (
        <AskPanel
          title="Put back under a different name"
          about={renaming.why}
          fields={[{ name: 'Name', value: `${renaming.thing.name}, from the bin`, needed: true }]}
          go="Put it back"
          onGo={async ([name = '']) => {
            await api.takeOut(renaming.thing, name)
            onSaid(`“${name}” is back.`)
          }}
          onClose={() => setRenaming(null)}
        />
      )}
    </section>
  )
}
