// The revisions, newest first, each with its note, its change, and its trials.
import { useState } from 'react'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import { plural } from '../../../core/format.ts'
import type { Revision, Story } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api } from '../../state/api.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { isNewest, RevisionItem } from './RevisionItem.tsx'

type Props = {
  story: Story
  effects: ReadonlyMap<number, RevisionEffect>
  /** The rehearsed duration of each timed trial, for its job and material, s. */
  timed: ReadonlyMap<number, number>
  /** True when the revisions that are still missing could not be calculated. */
  unknown: boolean
  onTry: (revision: Revision) => void
}

export function RevisionList({ story, effects: told, timed, unknown, onTry }: Props) {
  const [branching, setBranching] = useState<Revision | null>(null)
  const [shown, setShown] = useState(maxAtFirst)
  const { script, variants, revisions } = story
  const variantOf = (revision: Revision) => variants.find(({ id }) => id === revision.variantId)
  const command = useCommand((act: () => Promise<unknown>) => act())
  const attempt = command.run
  /** Saves an earlier text as the newest revision of the variant in use; a stock variant can only be put in use. */
  const restore = (revision: Revision) =>
    attempt(() => {
      const variant = variantOf(revision)
      if (revision.variantId !== script.variantId && isNewest(revisions, revision))
        return api.use(script.id, revision.variantId, false)
      const { printerId, moment, revision: base, variantId, identity } = script
      const note = `back to revision ${revision.number}${variants.length > 1 ? ` of ${variant?.name}` : ''}`
      return api.save(script.id, { printerId, moment, text: revision.text, note, base, variant: variantId, identity })
    })
  return (
    <>
      <Failed why={command.problem} onRetry={command.retry} />
      <ol aria-label="Revisions, the newest first" className="grid gap-0">
        {[...revisions]
          .reverse()
          .slice(0, shown)
          .map(revision => (
            <RevisionItem
              key={revision.id}
              story={story}
              revision={revision}
              effect={told.get(revision.id)}
              unknown={unknown}
              timed={timed}
              onTry={() => onTry(revision)}
              onRestore={() => void restore(revision)}
              onBranch={() => setBranching(revision)}
              onRemoveTrial={id => void attempt(() => api.removeTrial(id))}
            />
          ))}
      </ol>
      {revisions.length > shown && (
        <Button onClick={() => setShown(shown + maxAtFirst)} className="justify-self-start">
          {plural(revisions.length - shown, 'earlier revision')}
        </Button>
      )}
      {branching && (
        <AskPanel
          title={`Branch revision ${branching.number}`}
          about={`A variant of “${script.name}” that begins as it was then. It is in use from now on; one click on the shelf switches.`}
          fields={[
            { name: 'Name of the variant', value: '', needed: true },
            { name: 'Why', value: '', max: 500 },
          ]}
          go="Save the variant"
          onGo={async ([name = '', note = '']) => {
            await api.branch(script.id, { name, text: branching.text, note, bornOf: branching.id })
          }}
          onClose={() => setBranching(null)}
        />
      )}
    </>
  )
}

/** Limit of the revisions shown at first; the others are shown on request. */
const maxAtFirst = 40
