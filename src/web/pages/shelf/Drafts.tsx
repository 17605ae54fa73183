// Unsaved texts: every draft in this browser, of scripts and forms, of this tab and others.
import { Eye, Trash2 } from 'lucide-react'
import { type ReactNode, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { plural } from '../../../core/format.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import { allFormDrafts, placeOfForm } from '../../drafts/forms.ts'
import { beginFromDraft, isScriptDraft, type ScriptDraft, scriptOfKey } from '../../drafts/scripts.ts'
import { allDrafts, type DraftHead, discardDraft, isFree, readDraft, useDraftStorage } from '../../drafts/store.ts'
import { tabId, useTabs } from '../../drafts/tab.ts'
import { howLongAgo } from '../../lib/words.ts'
import type { ShelfPrinter } from '../../state/api.ts'
import { tellingLine } from '../../state/proposed-name.ts'
import { Confirm } from '../../ui/Confirm.tsx'
import { PageLink, Press } from '../../ui/Press.tsx'
import { DraftText } from './DraftText.tsx'

/** Limit of the drafts shown at first, so that findings below stay visible. */
const few = 3

/** The drafts of scripts with their texts, loaded again when one changes; drafts without text are left out. */
function useScriptDrafts(): ScriptDraft[] {
  const version = useDraftStorage(state => state.version)
  const [drafts, setDrafts] = useState<ScriptDraft[]>([])
  // biome-ignore lint/correctness/useExhaustiveDependencies: the version stands for what is stored
  useEffect(() => {
    let current = true
    void Promise.all(allDrafts().filter(isScriptDraft).map(readDraft)).then(read => {
      if (current) setDrafts(read.filter(draft => draft !== null && draft.text.trim() !== '') as ScriptDraft[])
    })
    return () => {
      current = false
    }
  }, [version])
  return drafts
}

type Row = {
  head: DraftHead
  title: string
  /** The line that describes the text best. */
  line: string
  about: string
  /** The address that opens it; null for a draft whose script is gone, which opens as a new script. */
  to: string | null
}

export function Drafts({ printers }: { printers: ShelfPrinter[] }) {
  const navigate = useNavigate()
  const [all, setAll] = useState(false)
  const [asking, setAsking] = useState<Row | null>(null)
  const [shown, setShown] = useState<Row | null>(null)
  // Drawn again when another tab opens or closes.
  useTabs()
  const drafts = useScriptDrafts()
  const rows: Row[] = [
    ...drafts.map(draft => scriptRow(draft, printers)),
    ...allFormDrafts().map(({ form, head }): Row => {
      const { name, to } = placeOfForm(form, head, printers)
      return { head, title: `${name}, changed`, line: '', about: whenAndWhere(head), to }
    }),
  ]
  if (rows.length === 0) return null
  const openAsNew = async (head: DraftHead) => {
    const address = isScriptDraft(head) && (await beginFromDraft(head))
    if (address) await navigate(address)
  }
  return (
    <section aria-labelledby="left-open">
      <h2 id="left-open" className="border-b border-rule pb-1.5 font-serif text-heading font-semibold">
        Not saved yet
      </h2>
      <ul>
        {(all ? rows : rows.slice(0, few)).map(row => (
          <li key={row.head.id} className="flex items-center gap-1 border-b border-rule">
            <Opens row={row} onOpenAsNew={() => void openAsNew(row.head)}>
              <span className="block truncate font-semibold">{row.title}</span>
              {row.line && <span className="block truncate text-control">{row.line}</span>}
              <span className="block text-control text-soft">{row.about}</span>
            </Opens>
            <Press
              onClick={() => setShown(row)}
              aria-label={`Show ${row.line || row.title}…`}
              className="rounded-button p-1.5 text-soft hover:bg-sunk hover:text-ink"
            >
              <Eye size={16} aria-hidden />
            </Press>
            {isFree(row.head) && (
              <Press
                onClick={() => setAsking(row)}
                aria-label={`Delete ${row.line || row.title}…`}
                className="rounded-button p-1.5 text-soft hover:bg-sunk hover:text-bad"
              >
                <Trash2 size={16} aria-hidden />
              </Press>
            )}
          </li>
        ))}
      </ul>
      {asking && (
        <Confirm
          title="Delete this unsaved text"
          about={`“${asking.line || asking.title}” was never saved, so it can’t be restored.`}
          go="Delete it"
          onGo={() => discardDraft(asking.head)}
          onClose={() => setAsking(null)}
        />
      )}
      {shown && <DraftText head={shown.head} title={shown.title} onClose={() => setShown(null)} />}
      {rows.length > few && (
        <Press onClick={() => setAll(!all)} className="pt-1.5 text-control text-heat underline">
          {all ? 'Fewer' : `${rows.length - few} more`}
        </Press>
      )}
    </section>
  )
}

const openingLook = 'min-w-0 flex-1 px-1 py-2 text-left hover:bg-sunk'

type OpensProps = { row: Row; onOpenAsNew: () => void; children: ReactNode }

const Opens = ({ row: { to }, onOpenAsNew, children }: OpensProps) =>
  to === null ? (
    <Press onClick={onOpenAsNew} className={openingLook}>
      {children}
    </Press>
  ) : (
    <PageLink to={to} className={openingLook}>
      {children}
    </PageLink>
  )

function scriptRow(draft: ScriptDraft, printers: readonly ShelfPrinter[]): Row {
  const { key, about, text } = draft
  const printer = printers.find(({ id }) => id === about.printerId)?.printer.name ?? 'a printer that is gone'
  const size = plural(text.split('\n').length, 'line')
  const line = tellingLine(text)
  const of = scriptOfKey(key)
  if (of && 'newId' in of) {
    const title = `${printer}, ${momentFacts[about.moment].when}`
    return { head: draft, title, line, about: `${size} · ${whenAndWhere(draft)}`, to: `/desk/new/${of.newId}` }
  }
  const saved = printers
    .flatMap(({ scripts, files }) => [...scripts, ...files])
    .find(({ id, identity }) => id === of?.scriptId && identity === about.identity)
  const gone = saved ? '' : 'its script is gone: opens as a new one · '
  return {
    head: draft,
    title: `${saved?.name ?? about.name}, changed`,
    line,
    about: `${gone}${size} · ${whenAndWhere(draft)}`,
    to: saved ? `/desk/${saved.id}` : null,
  }
}

const whenAndWhere = (head: DraftHead): string =>
  `${howLongAgo(head.changedAt, new Date())}${isFree(head) || head.tab === tabId() ? '' : ' · open in another tab'}`
