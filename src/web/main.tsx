// Where the screens begin: the routes, under one header.
import { lazy, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { Frame } from './parts/Frame.tsx'
import { Nowhere } from './parts/Nowhere.tsx'
import { WentWrong } from './parts/WentWrong.tsx'
import { Shelf } from './places/shelf/Shelf.tsx'
import './style.css'
import { applyTheme } from './state/theme.ts'

// The Desk brings the editor and the chart along; the Shelf should not wait for them.
const Desk = lazy(async () => ({ default: (await import('./places/desk/Desk.tsx')).Desk }))
const Jobs = lazy(async () => ({ default: (await import('./places/jobs/Jobs.tsx')).Jobs }))
const Vocabularies = lazy(async () => ({
  default: (await import('./places/vocabularies/Vocabularies.tsx')).Vocabularies,
}))
const Macros = lazy(async () => ({ default: (await import('./places/macros/Macros.tsx')).Macros }))
const History = lazy(async () => ({ default: (await import('./places/history/History.tsx')).History }))
const SideBySide = lazy(async () => ({ default: (await import('./places/beside/SideBySide.tsx')).SideBySide }))
const Refrains = lazy(async () => ({ default: (await import('./places/refrains/Refrains.tsx')).Refrains }))
const KeepingPlace = lazy(async () => ({ default: (await import('./places/keeping/KeepingPlace.tsx')).KeepingPlace }))
const PrinterPage = lazy(async () => ({ default: (await import('./places/printers/PrinterPage.tsx')).PrinterPage }))
const Runs = lazy(async () => ({ default: (await import('./places/runs/Runs.tsx')).Runs }))
const Checks = lazy(async () => ({ default: (await import('./places/checks/Checks.tsx')).Checks }))
const CommandBook = lazy(async () => ({ default: (await import('./places/commands/CommandBook.tsx')).CommandBook }))

applyTheme()

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      {
        errorElement: <WentWrong />,
        children: [
          { path: '/', element: <Shelf /> },
          { path: '/desk/new/:draft', element: <Desk /> },
          { path: '/desk/:id', element: <Desk /> },
          { path: '/commands', element: <CommandBook /> },
          { path: '/commands/:name', element: <CommandBook /> },
          { path: '/vocabularies', element: <Vocabularies /> },
          { path: '/macros', element: <Macros /> },
          { path: '/jobs', element: <Jobs /> },
          { path: '/history/:id', element: <History /> },
          { path: '/side-by-side', element: <SideBySide /> },
          { path: '/refrains', element: <Refrains /> },
          { path: '/keeping', element: <KeepingPlace /> },
          { path: '/printers/:id', element: <PrinterPage /> },
          { path: '/runs', element: <Runs /> },
          { path: '/checks', element: <Checks /> },
          { path: '/checks/:name', element: <Checks /> },
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
      <RouterProvider router={router} />
    </StrictMode>,
  )
