// The routes of all pages, under one header.
import { QueryClientProvider } from '@tanstack/react-query'
import { type ReactElement, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import { type Path, pages } from '../pages.ts'
import { convertOlderDrafts } from './drafts/older.ts'
import { openDraftStorage } from './drafts/store.ts'
import { joinTabs } from './drafts/tab.ts'
import { watchEscape } from './lib/escape.ts'
import { later } from './lib/later.tsx'
import { watchPlaces } from './lib/restore-focus.ts'
import { lastDesk } from './state/last-desk.ts'
import { queries } from './state/query-client.ts'
import { Frame } from './ui/Frame.tsx'
import { NotFoundPage } from './ui/NotFoundPage.tsx'
import { watchFailures } from './ui/UnhandledFailure.tsx'

// Each page loads its own code.
const Shelf = later(() => import('./pages/shelf/Shelf.tsx'), 'Shelf')
const Desk = later(() => import('./pages/desk/Desk.tsx'), 'Desk')
const Jobs = later(() => import('./pages/jobs/Jobs.tsx'), 'Jobs')
const Vocabularies = later(() => import('./pages/vocabularies/Vocabularies.tsx'), 'Vocabularies')
const Macros = later(() => import('./pages/macros/Macros.tsx'), 'Macros')
const History = later(() => import('./pages/history/History.tsx'), 'History')
const SideBySide = later(() => import('./pages/side-by-side/SideBySide.tsx'), 'SideBySide')
const CarryPage = later(() => import('./pages/carry/CarryPage.tsx'), 'CarryPage')
const CarryToSeveral = later(() => import('./pages/carry/Several.tsx'), 'CarryToSeveral')
const OtherFirmware = later(() => import('./pages/carry/OtherFirmware.tsx'), 'OtherFirmware')
const Refrains = later(() => import('./pages/refrains/Refrains.tsx'), 'Refrains')
const BackupPage = later(() => import('./pages/backup/BackupPage.tsx'), 'BackupPage')
const PrinterPage = later(() => import('./pages/printers/PrinterPage.tsx'), 'PrinterPage')
const NewPrinter = later(() => import('./pages/printers/NewPrinter.tsx'), 'NewPrinter')
const LearnPrinter = later(() => import('./pages/printers/learn/LearnPrinter.tsx'), 'LearnPrinter')
const Runs = later(() => import('./pages/runs/Runs.tsx'), 'Runs')
const WholePrint = later(() => import('./pages/whole-print/WholePrint.tsx'), 'WholePrint')
const Checks = later(() => import('./pages/checks/Checks.tsx'), 'Checks')
const Read = later(() => import('./pages/reading/Read.tsx'), 'Read')
const CommandBook = later(() => import('./pages/commands/CommandBook.tsx'), 'CommandBook')

/** The component of each page. */
const elements: Record<Path, ReactElement> = {
  '/': <Shelf />,
  '/desk': <Navigate to={lastDesk()} replace />,
  '/desk/new/:draft': <Desk />,
  '/desk/:id': <Desk />,
  '/commands': <CommandBook />,
  '/commands/:name': <CommandBook />,
  '/vocabularies': <Vocabularies />,
  '/macros': <Macros />,
  '/jobs': <Jobs />,
  '/history/:id': <History />,
  '/side-by-side': <SideBySide />,
  '/carry/:id': <CarryPage />,
  '/carry/:id/several': <CarryToSeveral />,
  '/printers/:id/firmware': <OtherFirmware />,
  '/refrains': <Refrains />,
  '/keeping': <BackupPage />,
  '/printers/new': <NewPrinter />,
  '/printers/learn': <LearnPrinter />,
  '/printers/:id': <PrinterPage />,
  '/runs': <Runs />,
  '/whole-print': <WholePrint />,
  '/checks': <Checks />,
  '/checks/:name': <Checks />,
  '/read/script-language': <Read what="script-language" />,
  '/read/rehearsal': <Read what="rehearsal" />,
  '/read/checks': <Read what="checks" />,
  '/read/learning': <Read what="learning" />,
  '/read/carrying': <Read what="carrying" />,
  '/read/changes': <Read what="changes" />,
  '/read/macros': <Read what="macros" />,
  '/read/vocabularies': <Read what="vocabularies" />,
  '/read/shortcuts': <Read what="shortcuts" />,
}

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      ...pages.map(({ path }) => ({ path, element: elements[path] })),
      { path: '*', element: <NotFoundPage /> },
    ],
  },
])

watchPlaces()
watchEscape()
watchFailures()
await joinTabs()
await openDraftStorage()
void convertOlderDrafts().catch(() => {})
const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  )
