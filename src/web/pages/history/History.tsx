// The history of a script: each change with its reason, what was seen on the machine, and the next change.
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Revision } from '../../../core/model/stored.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { useStory, useThings } from '../../state/queries.ts'
import { usualSetting } from '../../state/rehearsal-input.ts'
import { Button } from '../../ui/Button.tsx'
import { CameFrom } from '../../ui/CameFrom.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { CalibratePanel } from './CalibratePanel.tsx'
import { HistoryChart } from './HistoryChart.tsx'
import { RevisionList } from './RevisionList.tsx'
import { TrialPanel } from './TrialPanel.tsx'
import { useRevisionEffects } from './useRevisionEffects.ts'
import { VariantList } from './VariantList.tsx'

export function History() {
  const { id = '' } = useParams()
  const [askedStory, askedThings] = [useStory(id), useThings()]
  const [story, things] = [askedStory.data ?? null, askedThings.data ?? null]
  useTitle(story ? `History of ${story.script.name}` : 'History')
  const [trying, setTrying] = useState<Revision | null>(null)
  const [fitting, setFitting] = useState(false)
  const setting = useMemo(() => story && things && usualSetting(story.script, things), [story, things])
  const { effects: told, timed, problem, retry } = useRevisionEffects(story, setting, things)

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
      {variants.length > 1 && <VariantList scriptId={script.id} variants={variants} />}
      <Failed why={problem && `What the revisions do could not be worked out. ${problem}`} onRetry={retry} />
      {revisions.length > 1 && <HistoryChart story={story} effects={told} />}
      <RevisionList story={story} effects={told} timed={timed} unknown={problem !== null} onTry={setTrying} />
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
