// Side by side: two scripts in three layers: text by passages, motion on one bed, and outcomes.
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { ArrowLeftRight } from 'lucide-react'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Compared } from '../../../core/compare/side-by-side.ts'
import type { Story } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { ShelfPrinter, Things } from '../../state/api.ts'
import { fetchStory, fetchThings, useShelf } from '../../state/queries.ts'
import { usualSetting } from '../../state/rehearsal-input.ts'
import { inWorker } from '../../state/rehearser.ts'
import { asUnsavedChange } from '../../state/unsaved.ts'
import { Button } from '../../ui/Button.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { fieldLook } from '../../ui/Field.tsx'
import { Page } from '../../ui/Page.tsx'
import { Picker } from '../../ui/Picker.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { BothBeds } from './BothBeds.tsx'
import { BothOutcomes } from './BothOutcomes.tsx'
import { PassagePairs } from './PassagePairs.tsx'
import { choicesFrom, type Side, sideFor } from './sides.ts'

const none: ShelfPrinter[] = []

type Both = { left: Side; right: Side; compared: Compared; things: Things; stories: Story[] }

async function compareBoth(leftKey: string, rightKey: string, pasted: string): Promise<Both> {
  const things = await fetchThings()
  const one = await sideFor(leftKey, pasted, null)
  const right = await sideFor(rightKey, pasted, one)
  const left = leftKey === 'text' ? await sideFor(leftKey, pasted, right) : one
  const [a, b] = [usualSetting(left, things), usualSetting(right, things)]
  if (!a || !b) throw new Error('A rehearsal needs a printer, a material and a job.')
  const compared = await inWorker(tasks =>
    tasks.compareScripts({ text: left.text, setting: a }, { text: right.text, setting: b }),
  )
  const ids = [...new Set([left, right].flatMap(({ scriptId }) => scriptId ?? []))]
  return { left, right, compared, things, stories: await Promise.all(ids.map(id => fetchStory(id))) }
}

export function SideBySide() {
  const [search, setSearch] = useSearchParams()
  useTitle('Side by side')
  const query = useShelf()
  const shelf = query.data?.printers ?? none
  const [pasted, setPasted] = useState('')
  const [putInto, setPutInto] = useState<{ text: string; scriptId: number } | null>(null)
  const [quiet, setQuiet] = useState(false)
  const first = choicesFrom(shelf)[0]?.value ?? ''
  const leftKey = search.get('left') ?? first
  const rightKey = (search.get('right') ?? leftKey).replace(/^desk$/, leftKey.replace('script', 'desk'))

  const comparison = useQuery({
    queryKey: ['side by side', leftKey, rightKey, pasted],
    enabled: leftKey !== '',
    queryFn: () => compareBoth(leftKey, rightKey, pasted),
    placeholderData: keepPreviousData,
    structuralSharing: false,
    // The Desk's text changes without the server.
    gcTime: 0,
  })
  const both = comparison.data ?? null
  const problem = comparison.error?.message

  const choose = (part: { left?: string; right?: string }) => {
    setPutInto(null)
    setSearch({ left: leftKey, right: rightKey, ...part })
  }
  const taking = useCommand(async (index: number, to: 'left' | 'right') => {
    if (!both) return
    const { left, right, things } = both
    const [a, b] = [usualSetting(left, things), usualSetting(right, things)]
    const target = to === 'left' ? left : right
    if (!a || !b) return
    const text = await inWorker(tasks =>
      tasks.carriedAcross({ text: left.text, setting: a }, { text: right.text, setting: b }, index, to),
    )
    if (target.key === 'text') return setPasted(text)
    if (target.scriptId === null) return
    await asUnsavedChange(target.scriptId, text, target.text)
    setPutInto({ text: `Put into “${target.name}” as a change that is not saved yet.`, scriptId: target.scriptId })
    const key = `desk-${target.scriptId}`
    if (target.key === key) void comparison.refetch()
    else setSearch({ left: to === 'left' ? key : leftKey, right: to === 'right' ? key : rightKey })
  })

  const options = optionsFor(shelf, both, [leftKey, rightKey])
  return (
    <Page
      title="Side by side"
      intro={both ? `${summary(both)} Both rehearsed for ${rehearsedFor(both)}.` : problem ? '' : 'Rehearsing both…'}
      live
      actions={
        <>
          <Picker name="Left" value={leftKey} options={options} onChange={left => choose({ left })} />
          <Button
            small
            aria-label="Change sides"
            onClick={() => choose({ left: rightKey, right: leftKey })}
            className="mb-0.5"
          >
            <ArrowLeftRight size={15} aria-hidden />
          </Button>
          <Picker name="Right" value={rightKey} options={options} onChange={right => choose({ right })} />
        </>
      }
    >
      <Failed why={comparison.error?.message} onRetry={() => void comparison.refetch()} />
      <Failed why={taking.problem} onRetry={taking.retry} />
      {[leftKey, rightKey].includes('text') && (
        <textarea
          aria-label="The pasted text"
          value={pasted}
          rows={5}
          spellCheck={false}
          placeholder="Paste a script here"
          onChange={event => setPasted(event.target.value)}
          className={`${fieldLook} font-mono text-small`}
        />
      )}
      {putInto && (
        <p role="status" className="rounded-card border border-heat bg-raised px-4 py-2">
          {putInto.text}{' '}
          <PageLink to={`/desk/${putInto.scriptId}`} className="text-heat underline">
            Look at it on the Desk
          </PageLink>
        </p>
      )}
      {both && (
        <>
          <div className="grid grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] gap-4 max-tablet:grid-cols-1">
            <BothOutcomes {...both} />
            <BothBeds {...both} />
          </div>
          <PassagePairs {...both} quiet={quiet} onQuiet={setQuiet} onTake={(index, to) => void taking.run(index, to)} />
        </>
      )}
    </Page>
  )
}

/** The choices for a side: scripts, their revisions and drafts, and a pasted text. `keys` are chosen already. */
function optionsFor(shelf: readonly ShelfPrinter[], both: Both | null, keys: readonly string[]) {
  return [
    ...choicesFrom(shelf),
    ...(both?.stories ?? []).flatMap(({ script, variants, revisions }) =>
      [...revisions].reverse().map(({ id, number, note, variantId }) => ({
        value: `revision-${id}`,
        label: `${script.name}, revision ${number}`,
        about: [variants.length > 1 && variants.find(each => each.id === variantId)?.name, note]
          .filter(Boolean)
          .join(': '),
      })),
    ),
    ...keys
      .filter(key => /^(?:desk|revision|draft)-/.test(key))
      .map(key => {
        const side = both?.left.key === key ? both.left : both?.right
        return { value: key, label: side?.key === key ? side.name : 'as changed on the Desk', about: side?.about ?? '' }
      }),
    { value: 'text', label: 'A pasted text', about: 'to be put in below' },
  ].filter((each, i, all) => all.findIndex(other => other.value === each.value) === i)
}

/** The job and material that both sides are rehearsed for, and the printers if they differ. */
function rehearsedFor({ left, right, things }: Both): string {
  const [a, b] = [usualSetting(left, things), usualSetting(right, things)]
  if (!a || !b) return 'no job'
  const printers = a.printer.name === b.printer.name ? a.printer.name : `${a.printer.name} and ${b.printer.name}`
  return `“${a.job.name}” in ${a.material.name} on ${printers}`
}

function summary({ left, right, compared }: Both): string {
  if (left.text === right.text) return 'The same text on both sides.'
  return compared.words
    ? `From left to right: ${compared.words}.`
    : 'They do the same; only comments, blanks or numbers that don’t matter differ.'
}
