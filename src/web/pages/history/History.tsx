// The history of a script: each change with its reason, what was seen on the machine, and the next change.
import { Pencil, Trash2 } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Revision, Variant } from '../../../core/model/stored.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api } from '../../state/api.ts'
import { useStory, useThings } from '../../state/queries.ts'
import { usualSetting } from '../../state/rehearsal-input.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Button } from '../../ui/Button.tsx'
import { CameFrom } from '../../ui/CameFrom.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { CalibratePanel } from './CalibratePanel.tsx'
import { HistoryChart } from './HistoryChart.tsx'
import { RevisionList } from './RevisionList.tsx'
import { TrialPanel } from './TrialPanel.tsx'
import { useRevisionEffects } from './useRevisionEffects.ts'

export function History() {
  const { id = '' } = useParams()
  const [askedStory, askedThings] = [useStory(id), useThings()]
  const [story, things] = [askedStory.data ?? null, askedThings.data ?? null]
  useTitle(story ? `History of ${story.script.name}` : 'History')
  const [trying, setTrying] = useState<Revision | null>(null)
  const [fitting, setFitting] = useState(false)
  const [renaming, setRenaming] = useState<Variant | null>(null)
  const [dropping, setDropping] = useState<Variant | null>(null)
  const setting = useMemo(() => story && things && usualSetting(story.script, things), [story, things])
  const { told, timed, problem, retry } = useRevisionEffects(story, setting, things)

  if (!story || !things || !setting) return <Pending on={[askedStory, askedThings]} what="the history" />
  const { script, revisions, trials, variants } = story
  const measured = trials.filter(({ data }) => data.measuredS !== null)
  return (
    <Page
      title={script.name}
      intro={
        <>
          {setting.printer.name}, {momentFacts[script.moment].when} · {plural(revisions.length, 'revision')} in{' '}
          {plural(variants.length, 'variant')} · {plural(trials.length, 'trial')}
        </>
      }
      narrow
      actions={
        <>
          {measured.length > 0 && <Button onClick={() => setFitting(true)}>Calibrate from trials…</Button>}
          <Button onClick={() => setTrying(revisions.find(each => each.id === script.revisionId) ?? null)}>
            What did you see?
          </Button>
          <PageLink
            to={`/desk/${script.id}`}
            className="rounded-button border border-heat bg-heat px-3.5 py-1.5 text-control font-semibold text-on-heat hover:brightness-110"
          >
            Open on the Desk
          </PageLink>
        </>
      }
    >
      <CameFrom script={script} />
      {variants.length > 1 && (
        <ul aria-label="Variants" className="flex flex-wrap gap-2">
          {variants.map(variant => (
            <li
              key={variant.id}
              className={`flex min-w-0 items-center gap-2 rounded-full border px-3 py-0.5 text-control ${variant.inUse ? 'border-ink bg-sunk font-semibold' : 'border-rule'}`}
            >
              <span className="max-w-[26rem] min-w-0 truncate" title={variant.name}>
                {variant.name}
              </span>
              <span className="text-small font-normal text-soft">
                {variant.inUse ? 'in use' : variant.stock ? 'stock' : ''}
              </span>
              <Press
                onClick={() => setRenaming(variant)}
                aria-label={`Rename the variant ${variant.name}`}
                className="rounded-sm text-soft hover:text-ink"
              >
                <Pencil size={13} aria-hidden />
              </Press>
              {!variant.inUse && !variant.stock && (
                <Press
                  onClick={() => setDropping(variant)}
                  aria-label={`Throw the variant ${variant.name} away…`}
                  className="rounded-sm text-soft hover:text-bad"
                >
                  <Trash2 size={13} aria-hidden />
                </Press>
              )}
            </li>
          ))}
        </ul>
      )}
      {dropping && (
        <Confirm
          title={`Throw the variant “${dropping.name}” away`}
          about="Its revisions and trials go with it. It stays in the bin for 30 days and can be put back from the Workshop."
          go="Throw it away"
          onGo={() => api.binVariant(script.id, dropping.id)}
          onClose={() => setDropping(null)}
        />
      )}
      {renaming && (
        <AskPanel
          title={`Rename the variant “${renaming.name}”`}
          about="Its revisions and trials stay with it."
          fields={[{ name: 'Name of the variant', value: renaming.name, needed: true }]}
          go="Rename it"
          onGo={async ([name = '']) => {
            await api.renameVariant(script.id, renaming.id, name)
          }}
          onClose={() => setRenaming(null)}
        />
      )}
      <Failed why={problem && `What the revisions do could not be worked out. ${problem}`} onRetry={retry} />
      {revisions.length > 1 && <HistoryChart story={story} told={told} />}
      <RevisionList story={story} told={told} timed={timed} unknown={problem !== null} onTry={setTrying} />
      {trying && (
        <TrialPanel
          revision={trying}
          scriptId={script.id}
          things={things}
          rehearsedS={told.get(trying.id)?.durationS ?? null}
          onClose={() => setTrying(null)}
        />
      )}
      {fitting && <CalibratePanel story={story} setting={setting} things={things} onClose={() => setFitting(false)} />}
    </Page>
  )
}
