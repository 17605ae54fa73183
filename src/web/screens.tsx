// The screens: the routes, under one header.
import { QueryClientProvider } from '@tanstack/react-query'
import { lazy, type ReactElement, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router'
import { type Path, pages } from '../pages.ts'
import { Frame } from './parts/Frame.tsx'
import { Nowhere } from './parts/Nowhere.tsx'
import { WentWrong } from './parts/WentWrong.tsx'
import { Shelf } from './places/shelf/Shelf.tsx'
import { lastDesk } from './state/last-desk.ts'
import { queries } from './state/queries.ts'

// The Desk brings the editor and the chart along; the Shelf should not wait for them.
const Desk = lazy(async () => ({ default: (await import('./places/desk/Desk.tsx')).Desk }))
const Jobs = lazy(async () => ({ default: (await import('./places/jobs/Jobs.tsx')).Jobs }))
const Vocabularies = lazy(async () => ({
  default: (await import('./places/vocabularies/Vocabularies.tsx')).Vocabularies,
}))
const Macros = lazy(async () => ({ default: (await import('./places/macros/Macros.tsx')).Macros }))
const History = lazy(async () => ({ default: (await import('./places/history/History.tsx')).History }))
const SideBySide = lazy(async () => ({ default: (await import('./places/beside/SideBySide.tsx')).SideBySide }))
const CarryPage = lazy(async () => ({ default: (await import('./places/carry/CarryPage.tsx')).CarryPage }))
const CarryToSeveral = lazy(async () => ({ default: (await import('./places/carry/Several.tsx')).CarryToSeveral }))
const OtherFirmware = lazy(async () => ({
  default: (await import('./places/carry/OtherFirmware.tsx')).OtherFirmware,
}))
const Refrains = lazy(async () => ({ default: (await import('./places/refrains/Refrains.tsx')).Refrains }))
const KeepingPlace = lazy(async () => ({ default: (await import('./places/keeping/KeepingPlace.tsx')).KeepingPlace }))
const PrinterPage = lazy(async () => ({ default: (await import('./places/printers/PrinterPage.tsx')).PrinterPage }))
const NewPrinter = lazy(async () => ({ default: (await import('./places/printers/NewPrinter.tsx')).NewPrinter }))
const LearnPrinter = lazy(async () => ({
  default: (await import('./places/printers/learn/LearnPrinter.tsx')).LearnPrinter,
}))
const Runs = lazy(async () => ({ default: (await import('./places/runs/Runs.tsx')).Runs }))
const WholePrint = lazy(async () => ({ default: (await import('./places/print/WholePrint.tsx')).WholePrint }))
const Checks = lazy(async () => ({ default: (await import('./places/checks/Checks.tsx')).Checks }))
const Read = lazy(async () => ({ default: (await import('./places/read/Read.tsx')).Read }))
const CommandBook = lazy(async () => ({ default: (await import('./places/commands/CommandBook.tsx')).CommandBook }))

/** What each page shows. */
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
  '/keeping': <KeepingPlace />,
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
      {
        errorElement: <WentWrong />,
        children: [
          ...pages.map(({ path }) => ({ path, element: elements[path] })),
          { path: '*', element: <Nowhere /> },
        ],
      },
    ],
  },
])

const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  )
