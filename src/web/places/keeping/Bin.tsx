// The bin: what was thrown away in the last thirty days.
import { useState } from 'react'
import type { Binned } from '../../../core/model/kept.ts'
import { AskPanel } from '../../parts/AskPanel.tsx'
import { Button } from '../../parts/Button.tsx'
import { howLongAgo, momentWords } from '../../parts/words.ts'
import { api } from '../../state/api.ts'

type Props = {
  days: number
  scripts: readonly Binned[]
  onTakeOut: (id: number, name: string) => void
  onDrop: (id: number, name: string) => void
}

export function Bin({ days, scripts, onTakeOut, onDrop }: Props) {
  const [asking, setAsking] = useState<number | null>(null)
  const [renaming, setRenaming] = useState<{ script: Binned; why: string } | null>(null)
  const takeOut = async (script: Binned) => {
    // A name that has been given to another script meanwhile is asked for anew.
    try {
      await api.takeOut(script.id, script.name)
      onTakeOut(script.id, script.name)
    } catch (error) {
      setRenaming({ script, why: (error as Error).message })
    }
  }
  return (
    <section aria-labelledby="bin">
      <h2 id="bin" className="border-b border-rule pb-1.5 font-serif text-[19px] font-semibold">
        The bin
      </h2>
      {scripts.length === 0 && <p className="py-2 text-soft">Empty. What is thrown away waits here for {days} days.</p>}
      <ul>
        {scripts.map(script => (
          <li key={script.id} className="flex items-center gap-2 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <span className="block truncate font-semibold">{script.name}</span>
              <span className="text-[14px] text-soft">
                {script.printer}, {momentWords[script.moment]} · {howLongAgo(script.binnedAt, new Date())}
              </span>
            </span>
            <Button small onClick={() => void takeOut(script)}>
              Put back
            </Button>
            <Button
              small
              onClick={() => (asking === script.id ? onDrop(script.id, script.name) : setAsking(script.id))}
            >
              {asking === script.id ? 'Really, all its revisions' : 'For good'}
            </Button>
          </li>
        ))}
      </ul>
      {renaming && (
        <AskPanel
          title="Put back under another name"
          about={renaming.why}
          fields={[{ name: 'Name', value: `${renaming.script.name}, from the bin`, needed: true }]}
          go="Put it back"
          onGo={async ([name = '']) => {
            try {
              await api.takeOut(renaming.script.id, name)
              onTakeOut(renaming.script.id, name)
              return null
            } catch (error) {
              return (error as Error).message
            }
          }}
          onClose={() => setRenaming(null)}
        />
      )}
    </section>
  )
}
