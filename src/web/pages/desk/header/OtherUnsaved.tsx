// Other unsaved texts of the open script: drafts of other tabs and variants, and whether another tab has the script
// open.
import { useEffect, useState } from 'react'
import { plural } from '../../../../core/format.ts'
import { otherDrafts, type ScriptDraft, type ScriptDraftHead } from '../../../drafts/scripts.ts'
import { discardDraft, draftId, isFree, readDraft, useDraftStorage } from '../../../drafts/store.ts'
import { useOtherDesks, useTabs } from '../../../drafts/tab.ts'
import { changedLines } from '../../../lib/changed.ts'
import { useCommand } from '../../../lib/useCommand.ts'
import { useDesk } from '../../../state/desk.ts'
import type { Head } from '../../../state/desk-watch.ts'
import { takeDraft } from '../../../state/opening.ts'
import { fromEditor } from '../../../state/separator.ts'
import { Button } from '../../../ui/Button.tsx'
import { Confirm } from '../../../ui/Confirm.tsx'
import { Failed } from '../../../ui/Failed.tsx'
import { PageLink } from '../../../ui/Press.tsx'

/** In longer texts, in characters, the different lines are not counted. */
const longestCompared = 500_000

/**
 * The other drafts with their texts, loaded again when one changes; drafts equal to what this Desk shows are left out.
 */
function useOthers(key: string, saved: Head['saved']): ScriptDraft[] {
  const version = useDraftStorage(state => state.version)
  const [others, setOthers] = useState<ScriptDraft[]>([])
  // biome-ignore lint/correctness/useExhaustiveDependencies: the version stands for what is stored
  useEffect(() => {
    let current = true
    void Promise.all(otherDrafts(key, saved).map(readDraft)).then(read => {
      const shown = useDesk.getState().open?.text
      if (current) setOthers(read.filter((draft): draft is ScriptDraft => draft !== null && draft.text !== shown))
    })
    return () => {
      current = false
    }
  }, [version, key, saved])
  return others
}

/** The difference between a draft and the saved text, as “+3 −1 lines”; the draft's size if nothing is saved. */
function difference({ text, about }: ScriptDraft, saved: Head['saved']): string {
  if (!saved || text.length > longestCompared) return plural(text.split('\n').length, 'line')
  const rows = changedLines(saved.text, fromEditor(text, about.separator))
  const added = rows.filter(({ sign }) => sign === '+').length
  return `+${added} −${rows.length - added} lines`
}

const clockTime = (at: string): string =>
  new Date(at).toLocaleString('en', {
    ...(new Date(at).toDateString() !== new Date().toDateString() && { day: 'numeric', month: 'short' }),
    hour: '2-digit',
    minute: '2-digit',
    hour12: false,
  })

const origin = (draft: ScriptDraftHead, key: string): string =>
  draft.key !== key ? 'of another variant' : isFree(draft) ? 'from an earlier tab' : 'from another tab'

export function OtherUnsaved({ scriptKey, saved }: { scriptKey: string; saved: Head['saved'] }) {
  const otherDesks = useOtherDesks(saved?.identity ?? scriptKey)
  // Drawn again when another tab opens or closes.
  useTabs()
  const others = useOthers(scriptKey, saved)
  const [deleting, setDeleting] = useState<ScriptDraft | null>(null)
  const taking = useCommand(takeDraft)
  if (otherDesks + others.length === 0) return null
  return (
    <section
      aria-label="Also unsaved"
      className="grid shrink-0 gap-1 rounded-card border border-rule bg-heat-fill px-3 py-1.5 text-body"
    >
      {otherDesks > 0 && (
        <p role="status">
          <b>This script is also open in {otherDesks === 1 ? 'another tab' : `${otherDesks} other tabs`}.</b> The two
          texts stay separate.
        </p>
      )}
      <Failed why={taking.problem} onRetry={taking.retry} />
      {others.map(draft => (
        <div key={draft.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <p className="min-w-0 flex-1">
            <b>Also unsaved:</b> {origin(draft, scriptKey)}, {clockTime(draft.changedAt)}, {difference(draft, saved)}
          </p>
          <PageLink
            to={`/side-by-side?left=${saved ? `desk-${saved.id}` : `draft-${encodeURIComponent(draftId(scriptKey))}`}&right=draft-${encodeURIComponent(draft.id)}`}
            className="text-heat underline"
          >
            Open beside
          </PageLink>
          <Button small onClick={() => void taking.run(draft)}>
            Take it over
          </Button>
          {isFree(draft) && (
            <Button small onClick={() => setDeleting(draft)}>
              Delete…
            </Button>
          )}
        </div>
      ))}
      {deleting && (
        <Confirm
          title="Delete this unsaved text"
          about="It was never saved, so it can’t be restored. The text on this page stays."
          go="Delete it"
          onGo={() => discardDraft(deleting)}
          onClose={() => setDeleting(null)}
        />
      )}
    </section>
  )
}
