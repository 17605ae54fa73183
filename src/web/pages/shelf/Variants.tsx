// The variants of a script: switches between them, for good or for the next print only, and shows their differences.
import { useQuery } from '@tanstack/react-query'
import { Check, RotateCcw } from 'lucide-react'
import type { ScriptHead, Story } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api } from '../../state/api.ts'
import { fetchStory, fetchThings, useStory } from '../../state/queries.ts'
import { usualSetting } from '../../state/rehearsal-input.ts'
import { inWorker } from '../../state/rehearser.ts'
import { Failed } from '../../ui/Failed.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'

/** The newest text of a variant. */
const newest = ({ revisions }: Story, variantId: number): string =>
  revisions.filter(each => each.variantId === variantId).at(-1)?.text ?? ''

/** What the variant in use does differently from the previous one, or from the first. */
async function difference(script: ScriptHead): Promise<string> {
  const [story, things] = await Promise.all([fetchStory(script.id), fetchThings()])
  const setting = usualSetting(script, things)
  const other = script.backTo ?? story.variants.find(({ id }) => id !== script.variantId)?.id
  if (!setting || other === undefined) return ''
  const sides = [other, script.variantId].map(id => ({ text: newest(story, id), setting }))
  const { words } = await inWorker(tasks =>
    tasks.tellApart(sides[0] as (typeof sides)[0], sides[1] as (typeof sides)[0]),
  )
  const name = story.variants.find(({ id }) => id === other)?.name
  return words ? `beside “${name}”: ${words}` : ''
}

export function Variants({ script }: { script: ScriptHead }) {
  const { id, variantId, backTo } = script
  const variants = useStory(id).data?.variants ?? []
  const query = useQuery({
    queryKey: ['variants apart', id, variantId, backTo],
    queryFn: () => difference(script),
  })
  const words = query.data ?? ''
  const using = useCommand((wanted: number, forNextPrint: boolean) => api.use(id, wanted, forNextPrint))
  const use = (wanted: number, forNextPrint: boolean) => void using.run(wanted, forNextPrint)
  const back = variants.find(each => each.id === backTo)
  return (
    <div className="flex min-h-[2.25rem] flex-wrap items-center gap-x-3 gap-y-1 pb-2 pl-1 text-control">
      <div role="radiogroup" aria-label={`Variants of ${script.name}`} className="flex flex-wrap gap-1">
        {variants.map(({ id: each, name, stock }) => (
          <Press
            key={each}
            role="radio"
            aria-checked={each === variantId}
            onClick={() => each !== variantId && use(each, false)}
            className={`flex max-w-56 items-center gap-1 rounded-full border px-2.5 py-px text-small ${each === variantId ? 'border-ink bg-sunk font-semibold' : 'border-rule hover:border-soft'}`}
          >
            {each === variantId && <Check size={13} aria-hidden className="shrink-0" />}
            <span className="truncate">{name}</span>
            {stock && <span className="font-normal text-soft">stock</span>}
          </Press>
        ))}
      </div>
      {backTo !== null && back ? (
        <>
          <span className="font-semibold text-warn">for the next print only</span>
          <Press
            onClick={() => use(back.id, false)}
            className="flex items-center gap-1 rounded-full border border-warn px-2.5 py-px text-small hover:bg-sunk"
          >
            <RotateCcw size={13} aria-hidden /> Print finished: switch back to “{back.name}”
          </Press>
          <Press onClick={() => use(variantId, false)} className="text-small text-soft underline">
            or use it from now on
          </Press>
        </>
      ) : (
        <Once variants={variants} variantId={variantId} onUse={use} />
      )}
      {/* Always takes its room: otherwise the row would grow under the pointer when the comparison arrives. */}
      <span className="min-h-[1.25rem] min-w-48 flex-1 truncate text-small text-soft">
        {words && (
          <PageLink to={`/history/${id}`} className="hover:text-ink" title={words}>
            {words}
          </PageLink>
        )}
      </span>
      <Failed why={using.problem} onRetry={using.retry} />
      <Failed why={query.error?.message} onRetry={() => void query.refetch()} />
    </div>
  )
}

type OnceProps = {
  variants: Story['variants']
  variantId: number
  onUse: (id: number, forNextPrint: boolean) => void
}

/** The other variants, for the next print only. */
function Once({ variants, variantId, onUse }: OnceProps) {
  const others = variants.filter(({ id }) => id !== variantId)
  if (others.length === 0) return null
  return (
    <label className="text-small text-soft">
      Use another variant once:{' '}
      <select
        value=""
        onChange={event => onUse(Number(event.target.value), true)}
        className="max-w-40 rounded-button border border-rule bg-paper px-1 py-px text-small"
      >
        <option value="" disabled>
          which?
        </option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
