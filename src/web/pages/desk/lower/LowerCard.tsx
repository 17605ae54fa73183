// The card below the bed: findings, readiness, or time and waste; one at a time.
import type { EditorView } from '@codemirror/view'
import { Tabs } from 'radix-ui'
import { memo, type ReactNode, Suspense } from 'react'
import { momentFacts } from '../../../../core/model/moment.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { type Seen, useFindings } from '../../../state/desk-watch.ts'
import { type Lower, showLower, useLower } from '../../../state/lower-card.ts'
import { takeBack, usePreview } from '../../../state/preview.ts'
import { Button } from '../../../ui/Button.tsx'
import { seriousOf } from '../../../ui/Severity.tsx'
import { CallsCard } from './CallsCard.tsx'
import { CostCard } from './CostCard.tsx'
import { Findings } from './Findings.tsx'
import { ReadyCard } from './ReadyCard.tsx'

type Props = { open: Seen; setting: RehearsalInput; editor: EditorView | null }

export const LowerCard = memo(function LowerCard({ open, setting, editor }: Props) {
  const { lower } = useLower()
  const { applied } = usePreview()
  const calls = open.round?.calls ?? []
  const start = momentFacts[setting.moment].runs === 'before'
  return (
    <Tabs.Root
      value={lower === 'calls' && calls.length === 0 ? 'findings' : lower}
      onValueChange={value => showLower(value as Lower)}
      activationMode="manual"
      className="isolate flex h-full min-h-0 flex-col rounded-card border border-rule bg-raised"
    >
      <div className="flex flex-wrap items-center border-b border-rule pr-3 pl-1.5">
        <Tabs.List aria-label="Below the bed" className="flex">
          <Tab value="findings">
            <ToLookAt />
          </Tab>
          <Tab value="left">{start ? 'Ready to print?' : 'State afterwards'}</Tab>
          <Tab value="cost">Time and waste</Tab>
          {calls.length > 0 && <Tab value="calls">In the macros</Tab>}
        </Tabs.List>
        {applied && (
          <p role="status" className="ml-auto flex items-center gap-2 pl-2 text-control text-good">
            <span className="min-w-0">Done: {applied.title}</span>
            <Button small onClick={() => editor && takeBack(editor)}>
              Undo
            </Button>
          </p>
        )}
      </div>
      <Tabs.Content value="findings" className="min-h-0 flex-1" tabIndex={-1}>
        <Findings open={open} setting={setting} />
      </Tabs.Content>
      <Suspense fallback={<p className="p-3.5 text-soft">One moment…</p>}>
        <Tabs.Content value="left" className="min-h-0 flex-1" tabIndex={-1}>
          <ReadyCard open={open} setting={setting} />
        </Tabs.Content>
        <Tabs.Content value="calls" className="min-h-0 flex-1" tabIndex={-1}>
          <CallsCard calls={calls} />
        </Tabs.Content>
        <Tabs.Content value="cost" className="min-h-0 flex-1" tabIndex={-1}>
          <CostCard open={open} setting={setting} />
        </Tabs.Content>
      </Suspense>
    </Tabs.Root>
  )
})

function ToLookAt() {
  const serious = seriousOf(useFindings()).length
  return serious === 0 ? 'Findings' : `${serious} to look at`
}

const Tab = ({ value, children }: { value: Lower; children: ReactNode }) => (
  <Tabs.Trigger
    value={value}
    className="border-b-2 border-transparent -outline-offset-2! px-2.5 pt-2 pb-1.5 text-control text-soft hover:text-ink data-[state=active]:border-heat data-[state=active]:font-semibold data-[state=active]:text-ink"
  >
    {children}
  </Tabs.Trigger>
)
