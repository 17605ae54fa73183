// The header of every page: the name, the sections, and the theme.
import { Moon, Sun } from 'lucide-react'
import { Suspense } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router'
import { pageAt, type SectionName, sections, tabsOf } from '../../pages.ts'
import { useNarrow } from '../lib/useNarrow.ts'
import { usePageKeys } from '../lib/usePageKeys.ts'
import { lastDesk } from '../state/last-desk.ts'
import { useTheme } from '../state/theme.ts'
import { DropAnywhere } from './DropAnywhere.tsx'
import { Finder } from './Finder.tsx'
import { StorageNotice } from './StorageNotice.tsx'
import { UnhandledFailure } from './UnhandledFailure.tsx'
import { WentWrong } from './WentWrong.tsx'

const place = (active: boolean) =>
  `rounded-button px-2 py-1 whitespace-nowrap wide:px-2.5 max-wide:px-1.5 max-wide:text-control ${active ? 'bg-sunk font-semibold' : 'text-soft hover:bg-sunk hover:text-ink'}`

export function Frame() {
  const { theme, toggle } = useTheme()
  const { pathname } = useLocation()
  const here = pageAt(pathname)?.section ?? null
  usePageKeys()
  return (
    <div className="flex h-full flex-col">
      <a
        href="#place"
        className="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-50 focus:bg-raised focus:p-2"
      >
        To the contents
      </a>
      <header className="isolate flex h-12 shrink-0 items-center max-phone:h-auto max-phone:flex-wrap max-phone:py-1 gap-4 border-b border-rule px-6 max-wide:gap-2 max-wide:px-3">
        <span className="flex items-center gap-2.5 font-serif text-heading font-semibold">
          <NozzleMark />
          <span className="whitespace-nowrap max-wide:sr-only">Warm Prelude</span>
        </span>
        <nav className="flex gap-0.5" aria-label="Places">
          {sections.map(({ name, title, path }) => (
            <NavLink
              key={name}
              to={name === 'desk' ? lastDesk() : path}
              className={place(here === name)}
              aria-current={here === name ? 'page' : undefined}
            >
              {title}
            </NavLink>
          ))}
        </nav>
        <Finder />
        <button
          type="button"
          onClick={toggle}
          className="flex items-center gap-2 rounded-button border border-rule bg-raised px-3 py-1 text-control hover:border-soft"
        >
          {theme === 'dark' ? <Sun size={15} aria-hidden /> : <Moon size={15} aria-hidden />}
          {theme === 'dark' ? 'Light' : 'Dark'}
        </button>
      </header>
      {here && <Tabs of={here} at={pathname} />}
      <StorageNotice />
      <DropAnywhere />
      <main
        id="place"
        // Pages that are only read can be scrolled by keyboard too. On other pages the focus moves here when the
        // focused element is gone.
        tabIndex={pathname.startsWith('/read/') ? 0 : -1}
        className="min-h-0 flex-1 overflow-auto"
      >
        <ErrorBoundary FallbackComponent={WentWrong} resetKeys={[pathname]}>
          <Suspense fallback={<p className="p-6 text-soft">One moment…</p>}>
            <Outlet />
          </Suspense>
        </ErrorBoundary>
      </main>
      <UnhandledFailure />
    </div>
  )
}

/** In a narrow window more pages than this would need several rows. */
const maxInARow = 5

/** The pages of a section as tabs; in a narrow window, a choice. */
function Tabs({ of, at }: { of: SectionName; at: string }) {
  const navigate = useNavigate()
  const narrow = useNarrow()
  const tabs = tabsOf(of)
  if (tabs.length < 2) return null
  const title = sections.find(({ name }) => name === of)?.title
  const isHere = (path: string) => at === path || at.startsWith(`${path}/`)
  return (
    <nav
      aria-label={`Pages of ${title}`}
      className="flex shrink-0 flex-wrap gap-x-1 gap-y-0.5 border-b border-rule px-6 py-1 max-wide:px-3"
    >
      {narrow && tabs.length > maxInARow ? (
        <select
          aria-label={`Page of ${title}`}
          value={tabs.find(({ path }) => isHere(path))?.path ?? ''}
          onChange={event => void navigate(event.target.value)}
          className="rounded-button border border-rule bg-paper px-2 py-0.5 font-semibold"
        >
          {tabs.map(({ path, title: name }) => (
            <option key={path} value={path}>
              {name}
            </option>
          ))}
        </select>
      ) : (
        tabs.map(({ path, title: name }) => (
          <NavLink key={path} to={path} className={place(isHere(path))}>
            {name}
          </NavLink>
        ))
      )}
    </nav>
  )
}

/** The logo: a nozzle over its first line. */
const NozzleMark = () => (
  <svg width="24" height="24" viewBox="0 0 24 24" aria-hidden="true">
    <path d="M3 20.5h18" stroke="var(--ink)" strokeWidth="2.2" strokeLinecap="round" />
    <path d="M7.5 3h9v5.5l-4.5 6-4.5-6z" fill="var(--heat)" />
    <path d="M12 15.5v3.4" stroke="var(--heat)" strokeWidth="2.2" strokeLinecap="round" />
  </svg>
)
