// The revisions, newest first, each with its note, its change, and its trials.
import { Camera, Check, CircleAlert, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import { duration, plain, plural } from '../../../core/format.ts'
import type { Revision, SavedTrial, Story } from '../../../core/model/stored.ts'
import { sightWords } from '../../../core/model/trial.ts'
import { beginDraft } from '../../drafts/scripts.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { howLongAgo } from '../../lib/words.ts'
import { api } from '../../state/api.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { beforeOf } from './story.ts'

type Props = {
  story: Story
  told: ReadonlyMap<number, RevisionEffect>
  /** The rehearsed duration of each timed trial, for its job and material, s. */
  timed: ReadonlyMap<number, number>
  /** True when the revisions that are still missing could not be calculated. */
  unknown: boolean
  onTry: (revision: Revision) => void
}

export function RevisionList({ story, told, timed, unknown, onTry }: Props) {
  const navigate = useNavigate()
  const [branching, setBranching] = useState<Revision | null>(null)
  const [shown, setShown] = useState(maxAtFirst)
  const { script, variants, revisions, trials } = story
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
          .map(revision => {
            const variant = variantOf(revision)
            const its = told.get(revision.id)
            const before = beforeOf(story, revision)
            const inUse = revision.id === script.revisionId
            const which = variant?.stock ? 'as it came' : `revision ${revision.number}`
            const ofThis = (what: string) => `${what}: ${variants.length > 1 ? `${variant?.name}, ` : ''}${which}`
            return (
              <li
                key={revision.id}
                className="grid grid-cols-[9.5rem_minmax(0,1fr)] max-phone:grid-cols-1 gap-x-5 border-t border-rule py-3"
              >
                <div className="text-control text-soft">
                  <p>{howLongAgo(revision.createdAt, new Date())}</p>
                  {variants.length > 1 && (
                    <p className="line-clamp-2" title={variant?.name}>
                      {variant?.name}
                    </p>
                  )}
                  <p>{which}</p>
                  {inUse && (
                    <p className="flex items-center gap-1 font-semibold text-good">
                      <Check size={14} aria-hidden /> in use
                    </p>
                  )}
                </div>
                <div className="min-w-0">
                  <p className="text-lead font-semibold">
                    {revision.note || its?.words || (before === null ? 'Begun' : 'Changed')}
                  </p>
                  <p className="text-control text-soft">
                    {its && revision.note && its.words && its.words !== revision.note && <span>{its.words} · </span>}
                    {its
                      ? `${duration(its.durationS)}, ${plain(its.massG, 2)} g`
                      : unknown
                        ? 'not known'
                        : 'rehearsing…'}
                    {its && its.serious > 0 && (
                      <span className="ml-2 inline-flex items-center gap-1 text-warn">
                        <CircleAlert size={14} aria-hidden />
                        {its.serious} to look at
                      </span>
                    )}
                  </p>
                  <ul>
                    {trials
                      .filter(({ revisionId }) => revisionId === revision.id)
                      .map(trial => (
                        <Seen
                          key={trial.id}
                          trial={trial}
                          rehearsedS={timed.get(trial.id) ?? null}
                          onRemove={() => void attempt(() => api.removeTrial(trial.id))}
                        />
                      ))}
                  </ul>
                  <p className="mt-1.5 flex flex-wrap gap-x-2 gap-y-1">
                    <Button small aria-label={ofThis('What did you see?')} onClick={() => onTry(revision)}>
                      What did you see?
                    </Button>
                    {before !== null && (
                      <PageLink
                        className={linkLook}
                        aria-label={ofThis('Side by side with the one before')}
                        to={`/side-by-side?left=revision-${before}&right=revision-${revision.id}`}
                      >
                        Side by side with the one before
                      </PageLink>
                    )}
                    {!inUse && (
                      <PageLink
                        className={linkLook}
                        aria-label={ofThis('Side by side with the one in use')}
                        to={`/side-by-side?left=revision-${revision.id}&right=script-${script.id}`}
                      >
                        Side by side with the one in use
                      </PageLink>
                    )}
                    {!inUse && (!script.stock || isNewest(revisions, revision)) && (
                      <Button small aria-label={ofThis('Use this again')} onClick={() => void restore(revision)}>
                        Use this again
                      </Button>
                    )}
                    <Button small aria-label={ofThis('New variant from this…')} onClick={() => setBranching(revision)}>
                      New variant from this…
                    </Button>
                    <Button
                      small
                      aria-label={ofThis('New script from this')}
                      onClick={() => void beginDraft(revision.text, '', script.printerId).then(navigate)}
                    >
                      New script from this
                    </Button>
                  </p>
                </div>
              </li>
            )
          })}
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

const linkLook =
  'inline-flex items-center rounded-button border border-rule bg-raised px-2.5 py-0.5 text-small hover:border-soft'

const isNewest = (revisions: readonly Revision[], { variantId, number }: Revision): boolean =>
  !revisions.some(each => each.variantId === variantId && each.number > number)

type SeenProps = { trial: SavedTrial; rehearsedS: number | null; onRemove: () => void }

function Seen({ trial, rehearsedS, onRemove }: SeenProps) {
  const { seen, words, measuredS, filamentMm, job, material } = trial.data
  const fine = seen.length === 1 && seen[0] === 'fine'
  const told = [
    measuredS !== null &&
      `${duration(measuredS)} measured${rehearsedS === null ? '' : `, ${duration(rehearsedS)} rehearsed`}`,
    filamentMm !== null && `${plain(filamentMm, 1)} mm of filament`,
    [job, material].filter(Boolean).join(' in '),
  ].filter(Boolean)
  return (
    <li className="my-1.5 flex gap-3 rounded-button border-l-4 border-move bg-raised px-3 py-2">
      {trial.pictured && (
        <a href={`/api/trials/${trial.id}/picture`} target="_blank" rel="noreferrer" className="shrink-0">
          <img
            src={`/api/trials/${trial.id}/picture`}
            alt={`What was seen: ${seen.map(each => sightWords[each]).join(', ') || words}`}
            className="h-20 w-28 rounded-sm object-cover"
          />
        </a>
      )}
      <div className="min-w-0 flex-1">
        <p className={`font-semibold ${fine ? 'text-good' : ''}`}>
          {trial.pictured ? <Camera size={14} aria-hidden className="mr-1 inline" /> : null}
          Seen: {seen.map(each => sightWords[each]).join(', ') || 'nothing ticked'}
        </p>
        {words && <p className="whitespace-pre-line">{words}</p>}
        <p className="text-control text-soft">{[...told, howLongAgo(trial.madeAt, new Date())].join(' · ')}</p>
      </div>
      <Press
        onClick={onRemove}
        aria-label="Delete this trial"
        className="self-start rounded-sm p-1 text-soft hover:text-bad"
      >
        <Trash2 size={15} aria-hidden />
      </Press>
    </li>
  )
}
