// The command book: every command, found by a word or by its effect, with its letters and the person's scripts that use
// it.
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { type BookEntry, bookOf, searchBook } from '../../../core/effects/book.ts'
import { families } from '../../../core/firmware/families.ts'
import { withTaught } from '../../../core/firmware/teach.ts'
import { type FamilyName, familyNames } from '../../../core/model/family.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { useThings } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { CommandPage } from './CommandPage.tsx'
import { IdentifyPanel } from './IdentifyPanel.tsx'
import { TaughtFiles } from './TaughtFiles.tsx'
import { TeachPanel } from './TeachPanel.tsx'

export function CommandBook() {
  const { name } = useParams()
  const navigate = useNavigate()
  useTitle('Commands')
  const loading = useThings()
  const things = loading.data
  const [query, setQuery] = useState('')
  const [family, setFamily] = useState<FamilyName | 'all'>('all')
  const [panel, setPanel] = useState<'teach' | 'identify' | null>(null)
  const book = useMemo(() => {
    const wanted = familyNames.filter(each => family === 'all' || each === family)
    return bookOf(wanted.map(each => withTaught(families[each], things?.taught ?? [])))
  }, [family, things])
  const found = useMemo(() => searchBook(book, query), [book, query])
  const chosen = book.find(entry => entry.name === name) ?? found[0]
  return (
    <Page
      fill
      title="Command book"
      actions={
        <>
          <input
            type="search"
            value={query}
            onChange={event => setQuery(event.target.value)}
            aria-label="Search the commands"
            placeholder="G28, or: wait for bed"
            className="w-48 rounded-button border border-rule bg-raised px-3 py-1.5 placeholder:text-soft"
          />
          <fieldset className="flex gap-1">
            <legend className="sr-only">Firmware family</legend>
            {(['all', ...familyNames] as const).map(each => (
              <label
                key={each}
                className={`cursor-pointer rounded-button border px-2.5 py-1 text-control has-focus-visible:outline-2 ${family === each ? 'border-ink bg-sunk font-semibold' : 'border-rule bg-raised'}`}
              >
                <input
                  type="radio"
                  name="family"
                  className="sr-only"
                  checked={family === each}
                  onChange={() => setFamily(each)}
                />
                {each === 'all' ? 'all families' : each}
              </label>
            ))}
          </fieldset>
          <Button onClick={() => setPanel('identify')}>Identify a printer</Button>
          <Button main onClick={() => setPanel('teach')}>
            Teach a command
          </Button>
        </>
      }
    >
      {loading.error && <Pending on={[loading]} what="what was taught" />}
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(280px,0.8fr)_minmax(0,1.6fr)] gap-4 max-tablet:grid-cols-1 max-tablet:grid-rows-[240px_auto]">
        <div className="flex min-h-0 flex-col gap-2">
          <List entries={found} chosen={chosen} query={query} />
          <TaughtFiles taught={things?.taught ?? []} />
        </div>
        {chosen && <CommandPage key={chosen.name} entry={chosen} taught={things?.taught ?? []} />}
      </div>
      {panel === 'teach' && (
        <TeachPanel
          name={found.length === 0 ? query : ''}
          onClose={() => setPanel(null)}
          onTaught={command => {
            setPanel(null)
            setQuery('')
            void navigate(`/commands/${command.name}`)
          }}
        />
      )}
      {panel === 'identify' && things && <IdentifyPanel printers={things.printers} onClose={() => setPanel(null)} />}
    </Page>
  )
}

function List({ entries, chosen, query }: { entries: BookEntry[]; chosen: BookEntry | undefined; query: string }) {
  const list = useRef<HTMLElement>(null)
  const shown = chosen?.name
  // Scrolls the selected command into view within the list, so that the page itself does not move.
  useEffect(() => {
    const row = shown && list.current?.querySelector<HTMLElement>('[aria-current]')
    if (!row || !list.current) return
    const { offsetTop, offsetHeight } = row
    const { scrollTop, clientHeight } = list.current
    if (offsetTop < scrollTop || offsetTop + offsetHeight > scrollTop + clientHeight)
      list.current.scrollTop = offsetTop - clientHeight / 2
  }, [shown])
  return (
    <nav
      ref={list}
      aria-label="Commands"
      className="relative min-h-0 flex-1 overflow-auto rounded-card border border-rule bg-raised"
    >
      {entries.length === 0 && (
        <p className="p-4 text-soft">
          No command is called “{query}” or does that. If your printer knows one, teach it.
        </p>
      )}
      <ul>
        {entries.map(entry => (
          <li key={entry.name} className="border-b border-rule last:border-b-0">
            <PageLink
              to={`/commands/${entry.name}`}
              aria-current={entry.name === chosen?.name ? 'page' : undefined}
              className={`flex items-baseline gap-3 px-3 py-1.5 hover:bg-sunk ${entry.name === chosen?.name ? 'bg-heat-fill' : ''}`}
            >
              <code className="w-14 shrink-0 truncate font-mono text-control font-semibold has-[+.long]:w-auto">
                {entry.name}
              </code>
              <span className={`min-w-0 truncate text-control ${entry.name.length > 5 ? 'long' : ''}`}>
                {entry.inFamilies[0]?.spec.title}
              </span>
            </PageLink>
          </li>
        ))}
      </ul>
    </nav>
  )
}
