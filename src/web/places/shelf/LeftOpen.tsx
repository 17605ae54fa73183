// Scripts that were begun and never saved: they wait in this browser.
import { Trash2 } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { plural } from '../../../core/format.ts'
import { howLongAgo, momentWords } from '../../parts/words.ts'
import type { ShelfPrinter } from '../../state/api.ts'
import { type Draft, dropDraft, newDraftKey, unsavedDrafts } from '../../state/drafts.ts'

export function LeftOpen({ printers }: { printers: ShelfPrinter[] }) {
  const [drafts, setDrafts] = useState<{ id: string; draft: Draft }[]>([])
  const [asking, setAsking] = useState<string | null>(null)
  const load = useCallback(() => {
    void unsavedDrafts().then(found => setDrafts(found.filter(({ draft }) => draft.text.trim() !== '')))
  }, [])
  useEffect(load, [load])
  if (drafts.length === 0) return null
  const printerName = (id: number) => printers.find(each => each.id === id)?.printer.name ?? 'a printer'
  const drop = (id: string) => {
    if (asking !== id) return setAsking(id)
    void dropDraft(newDraftKey(id)).then(load)
  }
  return (
    <section aria-labelledby="left-open">
      <h2 id="left-open" className="border-b border-rule pb-1.5 font-serif text-[18px] font-semibold">
        Not saved yet
      </h2>
      <ul>
        {drafts.map(({ id, draft }) => (
          <li key={id} className="flex items-center gap-1 border-b border-rule">
            <Link to={`/desk/new/${id}`} className="min-w-0 flex-1 px-1 py-2 hover:bg-sunk">
              <span className="block truncate font-semibold">
                {printerName(draft.printerId)}, {momentWords[draft.moment]}
              </span>
              <span className="text-[14px] text-soft">
                {plural(draft.text.split('\n').length, 'line')} · {howLongAgo(draft.changedAt, new Date())}
              </span>
            </Link>
            <button
              type="button"
              onClick={() => drop(id)}
              aria-label={asking === id ? 'Really throw it away' : 'Throw it away'}
              className="flex items-center gap-1 rounded-button p-1.5 text-[13px] text-soft hover:bg-sunk hover:text-bad"
            >
              <Trash2 size={16} aria-hidden />
              {asking === id && 'Really?'}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
