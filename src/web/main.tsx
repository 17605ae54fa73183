// Where the screens begin: the routes, under one header.
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { Frame } from './parts/Frame.tsx'
import { Nowhere } from './parts/Nowhere.tsx'
import { Desk } from './places/desk/Desk.tsx'
import { Shelf } from './places/shelf/Shelf.tsx'
import './style.css'
import { applyTheme } from './state/theme.ts'

applyTheme()

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/', element: <Shelf /> },
      { path: '/desk/new/:draft', element: <Desk /> },
      { path: '/desk/:id', element: <Desk /> },
      { path: '*', element: <Nowhere /> },
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
