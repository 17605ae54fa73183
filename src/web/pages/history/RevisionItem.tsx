// One revision: its note, what it changed, its trials, and what can be done with it.
import { Check, CircleAlert } from 'lucide-react'
import { useNavigate } from 'react-router'
import type { RevisionEffect } from '../../../core/compare/side-by-side.ts'
import { duration, plain } from '../../../core/format.ts'
import type { Revision, Story, Variant } from '../../../core/model/stored.ts'
import { beginDraft } from '../../drafts/scripts.ts'
import { howLongAgo } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { beforeOf } from './story.ts'
import { TrialSeen } from './TrialSeen.tsx'

type Props = {
  story: Story
  revision: Revision
  /** Undefined while it is calculated. */
  effect: RevisionEffect | undefined
  /** Whether its effect could not be calculated. */
  unknown: boolean
  /** The rehearsed duration of each timed trial, for its job and material, s. */
  timed: ReadonlyMap<number, number>
  onTry: () => void
  onRestore: () => void
  onBranch: () => void
  onRemoveTrial: (id: number) => void
}

const linkLook =
  'inline-flex items-center rounded-button border border-rule bg-raised px-2.5 py-0.5 text-small hover:border-soft'

export const isNewest = (revisions: readonly Revision[], { variantId, number }: Revision): boolean =>
  !revisions.some(each => each.variantId === variantId && each.number > number)

/** The name of a revision among those of its variant. */
const nameOf = ({ number }: Revision, variant: Variant | undefined): string =>
  variant?.stock ? 'as it came' : `revision ${number}`

export function RevisionItem({
  story,
  revision,
  effect,
  unknown,
  timed,
  onTry,
  onRestore,
  onBranch,
  onRemoveTrial,
}: Props) {
  const { script, variants, trials } = story
  const variant = variants.find(({ id }) => id === revision.variantId)
  const before = beforeOf(story, revision)
  const inUse = revision.id === script.revisionId
  const which = nameOf(revision, variant)
  return (
    <li className="grid grid-cols-[9.5rem_minmax(0,1fr)] max-phone:grid-cols-1 gap-x-5 border-t border-rule py-3">
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
          {revision.note || effect?.words || (before === null ? 'Begun' : 'Changed')}
        </p>
        <p className="text-control text-soft">
          {effect && revision.note && effect.words && effect.words !== revision.note && <span>{effect.words} · </span>}
          {effect
            ? `${duration(effect.durationS)}, ${plain(effect.massG, 2)} g`
            : unknown
              ? 'not known'
              : 'rehearsing…'}
          {effect && effect.serious > 0 && (
            <span className="ml-2 inline-flex items-center gap-1 text-warn">
              <CircleAlert size={14} aria-hidden />
              {effect.serious} to look at
            </span>
          )}
        </p>
        <ul>
          {trials
            .filter(({ revisionId }) => revisionId === revision.id)
            .map(trial => (
              <TrialSeen
                key={trial.id}
                trial={trial}
                rehearsedS={timed.get(trial.id) ?? null}
                onRemove={() => onRemoveTrial(trial.id)}
              />
            ))}
        </ul>
        <RevisionActions {...{ story, revision, onTry, onRestore, onBranch }} />
      </div>
    </li>
  )
}

type ActionsProps = Pick<Props, 'story' | 'revision' | 'onTry' | 'onRestore' | 'onBranch'>

function RevisionActions({
  story: { script, variants, revisions },
  story,
  revision,
  onTry,
  onRestore,
  onBranch,
}: ActionsProps) {
  const navigate = useNavigate()
  const variant = variants.find(({ id }) => id === revision.variantId)
  const before = beforeOf(story, revision)
  const inUse = revision.id === script.revisionId
  /** The label of an action, with the revision that it is for. */
  const ofThis = (action: string) =>
    `${action}: ${variants.length > 1 ? `${variant?.name}, ` : ''}${nameOf(revision, variant)}`
  return (
    <p className="mt-1.5 flex flex-wrap gap-x-2 gap-y-1">
      <Button small aria-label={ofThis('What did you see?')} onClick={onTry}>
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
        <Button small aria-label={ofThis('Use this again')} onClick={onRestore}>
          Use this again
        </Button>
      )}
      <Button small aria-label={ofThis('New variant from this…')} onClick={onBranch}>
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
  )
}
