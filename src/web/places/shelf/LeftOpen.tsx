// Scripts that were begun and never saved, and forms that were changed: they wait in this browser.
import { Trash2 } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { plural } from '../../../core/format.ts'
import { momentWords } from '../../../core/model/moment.ts'
import { Confirm } from '../../parts/Confirm.tsx'
import { PageLink, Press } from '../../parts/Press.tsx'
import { howLongAgo } from '../../parts/words.ts'
import type { ShelfPrinter } from '../../state/api.ts'
import { type Draft, dropDraft, newDraftKey, unsavedDrafts } from '../../state/drafts.ts'
import { dropFormDraft, placeOfForm, waitingForms } from '../../state/form-drafts.ts'
import { tellingLine } from '../../state/telling.ts'

/** More than these are shown when they are asked for, so that what needs attention stays in sight. */
const few = 3

/** What is to be thrown away, in words, and how. */
type Asking = { what: string; drop: () => Promise<void> }

export function LeftOpen({ printers }: { printers: ShelfPrinter[] }) {
  const [drafts, setDrafts] = useState<{ id: string; draft: Draft }[]>([])
  const [all, setAll] = useState(false)
  const [asking, setAsking] = useState<Asking | null>(null)
  const load = useCallback(() => {
    void unsavedDrafts().then(found => setDrafts(found.filter(({ draft }) => draft.text.trim() !== '')))
  }, [])
  useEffect(load, [load])
  const forms = waitingForms().map(key => ({ key, ...placeOfForm(key, printers) }))
  if (drafts.length + forms.length === 0) return null
  const printerName = (id: number) => printers.find(each => each.id === id)?.printer.name ?? 'a printer'
  return (
    <section aria-labelledby="left-open">
      <h2 id="left-open" className="border-b border-rule pb-1.5 font-serif text-[18px] font-semibold">
        Not saved yet
      </h2>
      <ul>
        {(all ? drafts : drafts.slice(0, few)).map(({ id, draft }) => (
          <li key={id} className="flex items-center gap-1 border-b border-rule">
            <PageLink to={`/desk/new/${id}`} className="min-w-0 flex-1 px-1 py-2 hover:bg-sunk">
              <span className="block truncate font-semibold">
                {printerName(draft.printerId)}, {momentWords[draft.moment]}
              </span>
              <span className="block truncate text-[14px]">{tellingLine(draft.text)}</span>
              <span className="text-[14px] text-soft">
                {plural(draft.text.split('\n').length, 'line')} · {howLongAgo(draft.changedAt, new Date())}
              </span>
            </PageLink>
            <ThrowAway
              what={tellingLine(draft.text)}
              onClick={() => setAsking({ what: 'this script', drop: () => dropDraft(newDraftKey(id)) })}
            />
          </li>
        ))}
        {forms.map(({ key, name, to }) => (
          <li key={key} className="flex items-center gap-1 border-b border-rule">
            <PageLink to={to} className="min-w-0 flex-1 truncate px-1 py-2 font-semibold hover:bg-sunk">
              {name}, <span className="font-normal text-soft">changed</span>
            </PageLink>
            <ThrowAway
              what={`what was changed: ${name}`}
              onClick={() => setAsking({ what: 'this change', drop: async () => dropFormDraft(key) })}
            />
          </li>
        ))}
      </ul>
      {asking && (
        <Confirm
          title={`Throw ${asking.what} away`}
          about="It was never saved, so it can’t be brought back."
          go="Throw it away"
          onGo={() => asking.drop().then(load)}
          onClose={() => setAsking(null)}
        />
      )}
      {drafts.length > few && (
        <Press onClick={() => setAll(!all)} className="pt-1.5 text-[14px] text-heat underline">
          {all ? 'Fewer' : `${drafts.length - few} more`}
        </Press>
      )}
    </section>
  )
}

const ThrowAway = ({ what, onClick }: { what: string; onClick: () => void }) => (
  <Press
    onClick={onClick}
    aria-label={`Throw away ${what}…`}
    className="rounded-button p-1.5 text-soft hover:bg-sunk hover:text-bad"
  >
    <Trash2 size={16} aria-hidden />
  </Press>
)
