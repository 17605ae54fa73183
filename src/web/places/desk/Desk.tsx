// The Desk: one script written and rehearsed. Ribbon over everything; text, bed and findings below; the outcome along the bottom.
import type { EditorView } from '@codemirror/view'
import { useEffect, useMemo, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { askNothing, useAsked } from '../../state/asked.ts'
import { openNew, openSaved, selectLines, settingOf, useDesk } from '../../state/desk.ts'
import { useOutline } from '../../state/outline.ts'
import { usePreview } from '../../state/preview.ts'
import { BedCard } from './bed/BedCard.tsx'
import { ScriptEditor } from './editor/ScriptEditor.tsx'
import { DeskHeader } from './header/DeskHeader.tsx'
import { LowerCard } from './lower/LowerCard.tsx'
import { PlaceholdersPanel } from './lower/PlaceholdersPanel.tsx'
import { UnknownPanel } from './lower/UnknownPanel.tsx'
import { Outcome } from './Outcome.tsx'
import { PreviewCard } from './preview/PreviewCard.tsx'
import { Ribbon } from './ribbon/Ribbon.tsx'
import { StateCard } from './StateCard.tsx'
import { useKeys } from './useKeys.ts'

export function Desk() {
  const { id, draft } = useParams()
  const [search] = useSearchParams()
  const { open, problem, things } = useDesk()
  const [editor, setEditor] = useState<EditorView | null>(null)
  const previewing = usePreview(({ preview, refusal }) => preview !== null || refusal !== null)
  const { outline } = useOutline()
  const { asked } = useAsked()
  useKeys(editor)
  const chosen = open?.chosen
  const setting = useMemo(() => chosen && settingOf(things, chosen), [things, chosen])
  const wantedLine = Number(search.get('line'))
  const wantedJob = search.get('job') ?? ''
  const wantedMaterial = search.get('material') ?? ''

  useEffect(() => {
    if (id) void openSaved(id, wantedJob ? { job: wantedJob, material: wantedMaterial } : null)
    else if (draft) void openNew(draft)
  }, [id, draft, wantedJob, wantedMaterial])

  const title = open?.saved?.name ?? 'New script'
  useEffect(() => {
    document.title = `${title} · Warm Prelude`
  }, [title])

  const hasRound = Boolean(open?.round)
  useEffect(() => {
    if (hasRound && wantedLine > 0) selectLines(wantedLine)
  }, [hasRound, wantedLine])

  if (problem)
    return (
      <div className="mx-auto max-w-xl p-12">
        <h1 className="font-serif text-2xl font-semibold">This script can’t be opened</h1>
        <p className="mt-3" role="alert">
          {problem}{' '}
          <Link to="/" className="text-heat underline">
            Go to the shelf
          </Link>
        </p>
      </div>
    )
  if (!open || !things || !setting) return <p className="p-6 text-soft">Opening the script…</p>
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-2.5 px-6 pt-2 pb-1.5">
      <DeskHeader open={open} things={things} />
      <Ribbon open={open} setting={setting} />
      <div
        className={`grid min-h-0 flex-1 gap-3 ${outline ? 'grid-cols-[minmax(0,1.55fr)_minmax(0,1fr)]' : 'grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]'}`}
      >
        <ScriptEditor open={open} setting={setting} onReady={setEditor} />
        <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_158px] grid-rows-[minmax(190px,1fr)_auto] gap-3 overflow-auto">
          <BedCard open={open} setting={setting} />
          <StateCard open={open} />
          {previewing ? (
            <PreviewCard open={open} setting={setting} editor={editor} />
          ) : (
            <LowerCard open={open} setting={setting} editor={editor} />
          )}
        </div>
      </div>
      <Outcome open={open} setting={setting} />
      {asked === 'unknown' && (
        <UnknownPanel
          unknown={open.round?.unknown ?? []}
          printerId={open.chosen.printerId}
          things={things}
          onClose={askNothing}
        />
      )}
      {asked === 'placeholders' && (
        <PlaceholdersPanel
          text={open.roundText}
          placeholders={open.round?.placeholders ?? []}
          absent={open.round?.absent ?? new Map()}
          setting={setting}
          things={things}
          onClose={askNothing}
        />
      )}
    </div>
  )
}
