// The Desk: one script is edited and rehearsed. The ribbon is at the top, text, bed and findings below it, the outcome
// at the bottom.
import type { EditorView } from '@codemirror/view'
import { Suspense, useMemo, useState } from 'react'
import { Panel, PanelGroup, PanelResizeHandle } from 'react-resizable-panels'
import { useNavigate, useParams } from 'react-router'
import type { RehearsalInput } from '../../../core/round.ts'
import { later } from '../../lib/later.tsx'
import { useNarrow } from '../../lib/useNarrow.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { Things } from '../../state/api.ts'
import { useDesk } from '../../state/desk.ts'
import { useRoom } from '../../state/desk-layout.ts'
import { type Seen, useSeen } from '../../state/desk-watch.ts'
import { closeDialogs, useDeskDialog } from '../../state/dialogs.ts'
import { useOutline } from '../../state/outline.ts'
import { usePreview } from '../../state/preview.ts'
import { useFinderActions } from '../../state/registry.ts'
import { settingOf } from '../../state/rehearsal-input.ts'
import { Failed } from '../../ui/Failed.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { BedCard } from './bed/BedCard.tsx'
import { DraftsOfGoneScript } from './DraftsOfGoneScript.tsx'
import { deskActions } from './deskActions.ts'
import { CalledWith } from './editor/CalledWith.tsx'
import { ScriptEditor } from './editor/ScriptEditor.tsx'
import { DeskHeader } from './header/DeskHeader.tsx'
import { LowerCard } from './lower/LowerCard.tsx'
import { PlaceholdersPanel } from './lower/PlaceholdersPanel.tsx'
import { UnknownPanel } from './lower/UnknownPanel.tsx'
import { Outcome } from './Outcome.tsx'
import { PassageQuestions } from './outline/PassageQuestions.tsx'
import { Ribbon } from './ribbon/Ribbon.tsx'
import { Stacked } from './Stacked.tsx'
import { StateCard } from './StateCard.tsx'
import { useKeys } from './useKeys.ts'
import { useOpenedFromAddress } from './useOpenedFromAddress.ts'
import { useQuiet } from './useQuiet.ts'

// Loaded later, because it needs all checks and makers.
const PreviewCard = later(() => import('./preview/PreviewCard.tsx'), 'PreviewCard')

export function Desk() {
  const { id } = useParams()
  const navigate = useNavigate()
  const open = useSeen()
  const problem = useDesk(state => state.problem)
  const things = useDesk(state => state.things)
  const [editor, setEditor] = useState<EditorView | null>(null)
  const previewing = usePreview(({ preview, refusal }) => preview !== null || refusal !== null)
  const { outline } = useOutline()
  const { large } = useRoom()
  const narrow = useNarrow()
  const quiet = useQuiet(open) && !previewing
  useKeys(editor)
  useFinderActions(() => deskActions(navigate))
  const chosen = open?.chosen
  const setting = useMemo(() => chosen && settingOf(things, chosen), [things, chosen])
  useOpenedFromAddress(open)
  useTitle(open?.saved?.name ?? 'New script')

  if (problem) return <CannotOpen problem={problem} scriptId={id ? Number(id) : null} />
  if (!open || !things || !setting) return <p className="p-6 text-soft">Opening the script…</p>
  const text = (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
      {open.chosen.opened && (
        <Suspense fallback={null}>
          <CalledWith open={open} />
        </Suspense>
      )}
      <ScriptEditor open={open} setting={setting} onReady={setEditor} />
    </div>
  )
  const bed = <BedCard open={open} setting={setting} />
  const lower = previewing ? (
    <Suspense fallback={<p className="p-3.5 text-soft">One moment…</p>}>
      <PreviewCard open={open} setting={setting} editor={editor} />
    </Suspense>
  ) : (
    <LowerCard open={open} setting={setting} editor={editor} />
  )
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-2.5 px-6 pt-2 pb-1.5 max-tablet:h-auto max-tablet:min-h-0 max-tablet:px-3">
      <DeskHeader things={things} />
      <Ribbon open={open} setting={setting} />
      {narrow ? (
        <Suspense fallback={null}>
          <Stacked
            text={text}
            bed={
              <>
                {bed}
                <StateCard open={open} />
              </>
            }
            lower={lower}
            previewing={previewing}
          />
        </Suspense>
      ) : (
        <PanelGroup direction="horizontal" autoSaveId="warm-prelude desk columns" className="min-h-0 flex-1">
          <Panel defaultSize={outline ? 61 : 56} minSize={25} className="flex">
            {text}
          </Panel>
          <Divide between="the text and the bed" />
          <Panel minSize={25} className="flex flex-col gap-2.5">
            <PanelGroup direction="vertical" autoSaveId="warm-prelude desk rows" className="min-h-0 flex-1">
              <Panel id="bed" order={1} defaultSize={58} minSize={25} className="flex gap-3">
                {bed}
                <StateCard open={open} />
              </Panel>
              {(!large || previewing) && !quiet && (
                <>
                  <Divide between="the bed and the findings" vertical />
                  <Panel id="lower" order={2} minSize={20}>
                    {lower}
                  </Panel>
                </>
              )}
            </PanelGroup>
            {quiet && !large && <div className="shrink-0">{lower}</div>}
          </Panel>
        </PanelGroup>
      )}
      <Outcome open={open} setting={setting} />
      <Dialogs open={open} things={things} setting={setting} />
    </div>
  )
}

type CannotOpenProps = { problem: { why: string; retry: (() => void) | undefined }; scriptId: number | null }

const CannotOpen = ({ problem, scriptId }: CannotOpenProps) => (
  <div className="mx-auto max-w-xl p-12">
    <h1 className="font-serif text-title font-semibold">This script can’t be opened</h1>
    <div className="mt-3">
      <Failed why={problem.why} onRetry={problem.retry} />
    </div>
    <p className="mt-3">
      <PageLink to="/" className="text-heat underline">
        Go to the shelf
      </PageLink>
    </p>
    {scriptId !== null && <DraftsOfGoneScript scriptId={scriptId} />}
  </div>
)

/** The dialogs about the text as a whole or a passage. */
function Dialogs({ open, things, setting }: { open: Seen; things: Things; setting: RehearsalInput }) {
  const { dialog, passageDialog } = useDeskDialog()
  return (
    <Suspense fallback={null}>
      {passageDialog && <PassageQuestions {...passageDialog} />}
      {dialog === 'unknown' && (
        <UnknownPanel
          unknown={open.round?.unknown ?? []}
          printerId={open.chosen.printerId}
          things={things}
          onClose={closeDialogs}
        />
      )}
      {dialog === 'placeholders' && (
        <PlaceholdersPanel
          text={open.roundText}
          placeholders={open.round?.placeholders ?? []}
          absent={open.round?.absent ?? new Map()}
          setting={setting}
          things={things}
          onClose={closeDialogs}
        />
      )}
    </Suspense>
  )
}

/** The divider between two panes, moved by dragging or by arrow keys; its position is remembered. */
const Divide = ({ between, vertical = false }: { between: string; vertical?: boolean }) => (
  <PanelResizeHandle
    aria-label={`Room between ${between}`}
    className={`group flex shrink-0 items-center justify-center ${vertical ? 'h-3' : 'w-3'}`}
  >
    <span
      className={`rounded-full bg-rule group-hover:bg-soft group-data-[resize-handle-state=drag]:bg-heat ${vertical ? 'h-1 w-10' : 'h-10 w-1'}`}
    />
  </PanelResizeHandle>
)
